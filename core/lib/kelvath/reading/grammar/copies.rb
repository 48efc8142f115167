# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # Tables into which all rows of another one are copied, before they take its place.
      module Copies
        # INSERT INTO a (x, …) SELECT y, … FROM b: all rows of one table, as they are.
        COPIES = /\A\s*INSERT\s+INTO\s+[^(]+?\(([^()]*)\)\s*(SELECT\b.*)\z/im
        CHOOSING = %w[where join group having limit fetch distinct union except intersect top offset].freeze
        COPYING = 50_000 # bytes of a statement that are looked through

        private

        def copied_rows(name)
          text = @statement.text
          return if text.bytesize > COPYING || !(match = COPIES.match(text))

          query = Ddl::Query.new(match[2], ->(parts) { known_table(parts)&.tap { |table| table.id = :source } })
          return unless query.tables.one? && Ddl::Lexer.tokens(match[2]).none? { |token| token.word?(*CHOOSING) }

          took(state.find(:tables, name), query, Ddl::Lexer.tokens(match[1]).select(&:name?).map(&:value))
        end

        # query: a Ddl::Query whose columns tell those of the catalog that they come from; names: of the columns filled.
        def took(table, query, names)
          from = state.tables.each_value.find do |each|
            query.columns.any? { |column| each.columns.any? { |own| column.sources.any? { |source|
              source.equal?(own) } } }
          end
          return if table.nil? || from.nil? || from.equal?(table)

          pairs = names.zip(query.columns).filter_map do |own, told|
            [ state.column(table, own), told.sources.first ] if told && told.sources.one? && state.column(table, own)
          end
          state.copies[table] = [ from, pairs ]
        end
      end
    end
  end
end
