# frozen_string_literal: true

module Kelvath
  module Intake
    # Reads out of a CREATE TABLE text what SQLite's pragmas do not tell: the names of constraints
    # and the conditions of checks.
    class SqliteTableText
      attr_reader :checks, :primary_name, :unique_names, :foreign_names

      # checks: [[name or "", condition]]; unique_names and foreign_names: { [column names, lower case] => name }.
      def initialize(sql)
        @sql = sql.to_s
        @checks = []
        @unique_names = {}
        @foreign_names = {}
        read(Ddl::Lexer.tokens(@sql))
      end

      private

      def read(tokens)
        opening = tokens.index { |token| token.symbol?("(") } or return
        items(tokens.drop(opening + 1)).each { |item| read_item(item) }
      end

      # The comma-separated parts at depth one.
      def items(tokens)
        depth = 1
        parts = [ [] ]
        tokens.each do |token|
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          return parts if depth.zero?

          depth == 1 && token.symbol?(",") ? parts << [] : parts.last << token
        end
        parts
      end

      TABLE_CONSTRAINT = %w[constraint primary unique check foreign].freeze

      def read_item(item)
        return if item.empty?

        column = item.first.value.downcase unless item.first.type == :word && TABLE_CONSTRAINT.include?(item.first.value.downcase)
        name = ""
        item.each_with_index do |token, index|
          next unless token.type == :word

          case token.value.downcase
          when "constraint" then name = item[index + 1]&.value.to_s
          when "check" then checks << [ take(name) { name = "" }, group_text(item, index + 1) ] if item[index + 1]&.symbol?("(")
          when "primary" then @primary_name = take(name) { name = "" }
          when "unique" then unique_names[column ? [ column ] : group_names(item, index + 1)] = take(name) { name = "" }
          when "foreign" then foreign_names[group_names(item, index + 2)] = take(name) { name = "" }
          when "references" then foreign_names[[ column ]] = take(name) { name = "" } if column
          end
        end
      end

      # A constraint's name serves the constraint that follows it, once.
      def take(name)
        yield
        name
      end

      def group(item, opening)
        depth = 0
        item.drop(opening).take_while do |token|
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          depth.positive?
        end.drop(1)
      end

      def group_names(item, opening) = group(item, opening).select(&:name?).map { |token| token.value.downcase }

      def group_text(item, opening)
        tokens = group(item, opening)
        tokens.empty? ? "" : @sql.byteslice(tokens.first.from...tokens.last.to)
      end
    end
  end
end
