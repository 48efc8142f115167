# frozen_string_literal: true

module Kelvath
  module Altering
    # The statements that change things, as the platform says them.
    class Speech
      # writer: a Ddl::Writer of the goal's model.
      def initialize(writer)
        @writer = writer
        @platform = writer.platform
      end

      # A Ddl::Statement by a template of the platform (Platforms::Altering). kind: of statement; parts: what the
      # template has places for; note: what whoever runs it should know. Raises KeyError for a change the platform has
      # no words for.
      def say(template, kind, element, note: nil, **parts)
        sql = format(@platform.class::ALTERS.fetch(template), **parts)
        statement(kind, element, sql, note:)
      end

      # The same of SQL that is written already.
      def statement(kind, element, sql, note: nil)
        name = element.respond_to?(:name) ? element.name : ""
        Ddl::Statement.new(kind:, name:, sql:, element_id: element.id, note:)
      end
    end
  end
end
