# frozen_string_literal: true

module Kelvath
  module Intake
    # What a database says of itself, as plain values; the same for every platform.
    class Catalog
      # level: :note, :warning; object: what it is about; message: what was met and what became of it.
      Note = Struct.new(:level, :object, :message, keyword_init: true)
      Table = Struct.new(:name, :comment, :columns, :keys, :foreign_keys, :checks, :clauses, :indexes, :options, keyword_init: true)
      # computed: the expression it is computed from, stored: kept in the row; options: { name => value }.
      Column = Struct.new(:name, :native_type, :mandatory, :identity, :default_value, :computed, :stored, :comment, :options, keyword_init: true)
      Key = Struct.new(:name, :primary, :columns, :options, keyword_init: true)
      ForeignKey = Struct.new(:name, :columns, :target_table, :target_columns, :on_delete, :on_update, :options, keyword_init: true)
      Check = Struct.new(:name, :condition, keyword_init: true)
      # A part of a table that is kept as text.
      Clause = Struct.new(:name, :text, keyword_init: true)
      Index = Struct.new(:name, :unique, :columns, :descending, :expression, :options, keyword_init: true)
      View = Struct.new(:name, :column_names, :query, :comment, :options, keyword_init: true)

      attr_reader :tables, :views, :log

      def initialize(tables:, views:, log: [])
        @tables = tables
        @views = views
        @log = log
      end
    end
  end
end
