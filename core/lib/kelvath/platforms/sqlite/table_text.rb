# frozen_string_literal: true

module Kelvath
  module Platforms
    # Reads out of a CREATE TABLE text what SQLite's pragmas do not tell: the names of constraints, the conditions
    # of checks, what columns are computed from, and the options of the table and its parts.
    class Sqlite::TableText
      # A text without these words tells nothing more.
      TOLD = /\b(?:constraint|check|collate|autoincrement|deferrable|as\s*\(|conflict|strict|without|desc)\b|\bas\s*\(/i

      # checks: [[name or "", condition]]; unique_names and foreign_names: { [column names, lower case] => name };
      # computed: { column, lower case => expression }; options of the table; column_options: by column;
      # key_options, foreign_options: by [column names]; untold: words about what no design can hold.
      attr_reader :checks, :primary_name, :unique_names, :foreign_names, :computed, :options, :column_options,
                  :key_options,
                  :foreign_options, :untold

      def initialize(sql)
        @sql = sql.to_s
        @checks = []
        @untold = []
        @unique_names, @foreign_names, @computed, @options = {}, {}, {}, {}
        @column_options, @key_options, @foreign_options = Array.new(3) { Hash.new { |hash, key| hash[key] = {} } }
        read(Ddl::Lexer.tokens(@sql)) if @sql.match?(TOLD)
      end

      private

      def read(tokens)
        opening = tokens.index { |token| token.symbol?("(") } or return
        items, tail = items(tokens.drop(opening + 1))
        items.each { |item| read_item(item) }
        tail.each_cons(2) { |one, two| options["without rowid"] = true if one.word?("without") && two.word?("rowid") }
        options["strict"] = true if tail.any? { |token| token.word?("strict") }
      end

      # The comma-separated parts at depth one, and what follows the closing bracket.
      def items(tokens)
        depth = 1
        parts = [ [] ]
        tokens.each_with_index do |token, index|
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          return [ parts, tokens.drop(index + 1) ] if depth.zero?

          depth == 1 && token.symbol?(",") ? parts << [] : parts.last << token
        end
        [ parts, [] ]
      end

      TABLE_CONSTRAINT = %w[constraint primary unique check foreign].freeze

      def read_item(item)
        return if item.empty?

        unless item.first.type == :word && TABLE_CONSTRAINT.include?(item.first.value.downcase)
          @column = item.first.value.downcase
        end

        @column = nil if item.first.type == :word && TABLE_CONSTRAINT.include?(item.first.value.downcase)
        @name = ""
        @part = nil # the constraint at hand: [kind, names of its columns]
        depth = 0
        item.each_with_index do |token, index|
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          if token.type == :word && depth.zero? && index >= (@column ? 1 : 0)
            read_word(item, index, token.value.downcase)
          end
        end
      end

      def read_word(item, index, word)
        case word
        when "constraint" then @name = item[index + 1]&.value.to_s
        when "check" then checks << [ take, group_text(item, index + 1) ] if item[index + 1]&.symbol?("(")
        when "primary"
          begin_part(:key, names_at(item, index + 2)) && (@primary_name = take) && note_order(item, index)
        when "unique" then begin_part(:key, names_at(item, index + 1)) && (unique_names[@part.last] = take)
        when "foreign" then begin_part(:foreign_key, group_names(item, index + 2)) && (foreign_names[@part.last] = take)
        when "references" then refer
        when "as" then computed[@column] = group_text(item, index + 1) if @column && item[index + 1]&.symbol?("(")
        else read_option(item, index, word)
        end
      end

      def read_option(item, index, word)
        case word
        when "collate" then column_options[@column]["collation"] = item[index + 1]&.value.to_s if @column
        when "autoincrement" then column_options[@column]["autoincrement"] = true if @column
        when "conflict" then conflict(item[index + 1]&.value.to_s.downcase)
        when "deferrable" then deferrable(item, index)
        when "not" then (@part = nil; take) if @column && item[index + 1]&.word?("null")
        end
      end

      def begin_part(kind, names) = @part = [ kind, names ]
      def names_at(item, opening) = item[opening]&.symbol?("(") ? group_names(item, opening) : [ @column ].compact

      def refer
        return unless @column

        begin_part(:foreign_key, [ @column ])
        foreign_names[[ @column ]] = take
      end

      def note_order(item, index)
        if item.drop(index).take(12).any? { |token| token.word?("desc") }
          untold << "The order of its primary key (DESC) is left out."
        end
      end

      def conflict(action)
        if @part&.first == :key && Sqlite::CONFLICTS.include?(action)
          return key_options[@part.last]["on conflict"] = action
        end

        untold << "ON CONFLICT #{action.upcase} of a column or check is left out."
      end

      def deferrable(item, index)
        return if index.positive? && item[index - 1].word?("not")
        return unless @part&.first == :foreign_key

        deferred = item[index + 1]&.word?("initially") && item[index + 2]&.word?("deferred")
        foreign_options[@part.last]["deferrable"] = deferred ? "initially deferred" : "yes"
      end

      # A constraint's name serves the constraint that follows it, once.
      def take
        taken, @name = @name, ""
        taken
      end

      def group(item, opening)
        depth = 0
        item.drop(opening).take_while do |token|
          depth += 1 if token.symbol?("(")
          depth -= 1 if token.symbol?(")")
          depth.positive?
        end.drop(1)
      end

      # Names in brackets; what is said of their order is none.
      def group_names(item, opening)
        group(item, opening).select { |token| token.name? && !token.word?("asc", "desc") }.map do |token|
          token.value.downcase
        end
      end

      def group_text(item, opening)
        tokens = group(item, opening)
        tokens.empty? ? "" : @sql.byteslice(tokens.first.from...tokens.last.to)
      end
    end
  end
end
