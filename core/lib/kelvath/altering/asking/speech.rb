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
      # template has places for; note: what whoever runs it should know. Raises InvalidValue for a change the platform
      # has no words for.
      def say(template, kind, element, note: nil, **parts)
        words = @platform.class::ALTERS.fetch(template) { refuse(template, element) }
        statement(kind, element, format(words, **parts), note:)
      end

      # The same of SQL that is written already.
      def statement(kind, element, sql, note: nil)
        name = element.respond_to?(:name) ? element.name : ""
        Ddl::Statement.new(kind, name, sql, element.id, note:)
      end

      private

      def refuse(template, element)
        name = element.respond_to?(:name) ? element.name : ""
        raise InvalidValue.new("#{@platform.title} has no way to #{template.to_s.tr('_', ' ')}: #{name}. Take that " \
                               "change back, or make it by hand there.", field: :from, value: name)
      end
    end
  end
end
