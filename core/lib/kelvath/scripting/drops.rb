# frozen_string_literal: true

module Kelvath
  module Scripting
    # The statements that drop what a script makes, the last first, so that nothing is dropped that others need.
    class Drops
      KINDS = [ "table", "view", "sequence", "enumerated type", "routine", "schema" ].freeze
      ROUTINE = /\ACREATE\s+(?:OR\s+\w+\s+)?(FUNCTION|PROCEDURE)\s+((?:"[^"]+"|[\w$]+)(?:\.(?:"[^"]+"|[\w$]+))*)/i

      # writer: a Ddl::Writer; if_there: is what is not there to be passed over? whole: is all of the design dropped,
      # and so its schemas?
      def initialize(model, writer, if_there:, whole:)
        @kinds = whole ? KINDS : KINDS - [ "schema" ]
        @model = model
        @writer = writer
        @platform = writer.platform
        @if_there = if_there
      end

      # made: Statements that make things -> [Statement, …]
      def of(made)
        kinds = made.any? { |each| each.kind == "routine" } ? [ *@kinds, "trigger" ] : @kinds # which call them
        dropped = made.reverse.select { |each| kinds.include?(each.kind) }
        list = circular(made) + dropped.filter_map { |each| drop(each) }
        before, after = @platform.class::DROPS_BETWEEN
        before && list.any? ? [ beside(before, list), *list, beside(after, list) ] : list
      end

      private

      # Foreign keys of a table to one that is made after it, and so dropped before: they go first.
      def circular(made)
        return [] unless @platform.supports?(:foreign_keys_dropped)

        places = made.select { |each| each.kind == "table" }.each_with_index.to_h { |each, at| [ each.element_id, at ] }
        made.select { |each| each.kind == "foreign key" }.filter_map do |each|
          key = @model.fetch(each.element_id)
          next unless places.fetch(key.target_table_id, -1) > places.fetch(key.parent_id, -1)

          dropping(each, @platform.dropped("foreign key", @writer.quote(key.name), if_there: @if_there,
                                           table: @writer.place(@model.fetch(key.parent_id))))
        end
      end

      def drop(made)
        return routine(made) if made.kind == "routine"
        return trigger(made) if made.kind == "trigger"

        element = @model.fetch(made.element_id)
        name = made.kind == "schema" ? @writer.quote(element.name) : @writer.place(element)
        kind = element.kind == :view && element.options["materialized"] ? "materialized view" : made.kind
        dropping(made, @platform.dropped(kind, name, if_there: @if_there))
      end

      def trigger(made)
        element = @model.fetch(made.element_id)
        table = @writer.place(@model.fetch(element.parent_id))
        dropping(made, @platform.dropped("trigger", @writer.quote(element.name), table:, if_there: @if_there))
      end

      # What it is, and what it is called, its text says.
      def routine(made)
        match = made.sql.match(ROUTINE) or return
        dropping(made, @platform.dropped(match[1].downcase, match[2], if_there: @if_there))
      end

      def beside(sql, list)
        Ddl::Statement.new("setting", "", sql, list.first.element_id)
      end

      def dropping(made, sql)
        Ddl::Statement.new("drop", made.name, sql, made.element_id) if sql
      end
    end
  end
end
