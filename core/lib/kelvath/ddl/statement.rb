# frozen_string_literal: true

module Kelvath
  module Ddl
    # One statement of a script: its kind ("table"), what it makes, its SQL without a semicolon, the
    # id of the element it is for, the line of the script it begins on (from 1), and what whoever runs it should know.
    # A script has tens of thousands: what every one has is given by its place, as keywords would make a hash of each.
    class Statement
      attr_reader :kind, :name, :element_id
      attr_accessor :sql, :line, :note

      def initialize(kind, name, sql, element_id = nil, line: nil, note: nil)
        @kind = kind
        @name = name
        @sql = sql
        @element_id = element_id
        @line = line
        @note = note
      end
    end

    # A whole script: a heading in comments, then statements.
    class Script
      attr_reader :heading, :statements

      # heading: lines of plain text; statements: Statement values without lines, which get theirs here; platform: whose
      # client is to run the text, nil for one that takes statements as they are; ending: what ends each statement;
      # every: does each stand in a batch of its own, where there are such?
      def initialize(heading:, statements:, platform: nil, ending: ";", every: false)
        @heading = Comments.lines(heading.join("\n"))
        @batch_end, @alone = platform ? [ platform.class::BATCH_END, platform.class::ALONE ] : [ nil, [] ]
        @client = Client.new(platform)
        @ending = ending
        @every = every
        @statements = [ *@client.settings(statements), *statements ]
        line = @heading.empty? ? 1 : @heading.size + 2
        @around = @statements.each_with_index.map do |statement, index|
          before, ending = around(statement, index)
          statement.line = line + before.count("\n")
          line = statement.line + statement.sql.count("\n") + ending.count("\n") + 1
          statement.freeze
          [ before, ending ]
        end
        @statements.freeze
      end

      # The statements as whoever is handed the text finds them: what is proved is what leaves.
      def handed_out
        @handed_out ||= @client.statements(text).filter_map do |sql, line|
          behind = statements.bsearch_index { |statement| statement.line > line } || statements.size
          known = statements[behind - 1] if behind.positive?
          next if known&.kind == Client::SETTING

          Statement.new(known&.kind || "statement", known&.name.to_s, sql, known&.element_id, line:).freeze
        end
      end

      # The script's text, ending in a newline.
      def text
        joined(heading.empty? ? +"" : heading.map { |line| "#{line}\n" }.join << "\n", statements.each_index)
      end

      # The text of some of the statements, in their order.
      def part_of(list)
        @places ||= statements.each_with_index.with_object({}.compare_by_identity) do |(statement, index), places|
          places[statement] = index
        end
        joined(+"", list.map { |statement| @places.fetch(statement) })
      end

      private

      # The parts of the text at some places, behind what stands before them, with an empty line between any two.
      def joined(text, places)
        places.each_with_index do |place, index|
          text << "\n" unless index.zero?
          before, ending = @around[place]
          text << before << statements[place].sql << ending
        end
        text
      end

      # What stands before a statement, and behind it up to the end of its last line.
      def around(statement, index)
        return [ "", ending_of(statement, index) ] unless @client.delimits?(statement)

        before, statement.sql, ending = @client.delimited(statement.sql)
        [ before, ending ]
      end

      def ending_of(statement, index)
        ending = statement.kind == "by hand" || statement.sql.end_with?("\n/") ? "" : @ending
        parted?(index) ? "#{ending}\n#{@batch_end}\n" : (@plain_endings ||= {})[ending] ||= "#{ending}\n"
      end

      # Does a batch end behind a statement?
      def parted?(index)
        return false unless @batch_end

        @every || @alone.include?(statements[index].kind) ||
          (statements[index + 1] && @alone.include?(statements[index + 1].kind))
      end
    end

    # Text made safe to stand in a script as comments.
    module Comments
      # Everything that some reader of scripts takes for the end of a line.
      BREAKS = /\r\n|[\n\r\v\f\u0085\u2028\u2029]/

      module_function

      # Every line of the text behind "-- ".
      def lines(text) = text.delete("\0").split(BREAKS).map { |line| "-- #{line}".rstrip }
    end
  end
end
