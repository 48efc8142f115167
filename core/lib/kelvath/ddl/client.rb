# frozen_string_literal: true

module Kelvath
  module Ddl
    # The program that people run a script with, as a file, and what it wants said so that it takes statements apart as
    # they are meant: lines that end batches, another delimiter around what holds semicolons, settings of its own.
    class Client
      SETTING = "client setting" # the kind of a Statement that no server is sent
      DELIMITERS = [ "//", "$$", ";;", "@@", "%%" ].freeze
      LINE = /^[ \t]*DELIMITER[ \t]+(\S+)[ \t]*$/i

      # platform: a Platform; nil for a client that takes what it is given.
      def initialize(platform)
        @platform = platform
      end

      # What is said to it first: [Statement, …]
      def settings(statements)
        said = @platform ? @platform.client_settings(statements.map(&:sql)) : []
        said.map { |sql| Statement.new(SETTING, "", sql) }
      end

      # Must a statement stand between other delimiters, since semicolons are in it?
      def delimits?(statement)
        return false unless @platform && @platform.class::DELIMITED && statement.sql.include?(";")

        !statement.sql.match?(LINE) && Splitter.statements(statement.sql).any? { |sql, _| holds?(sql) }
      end

      # [what stands before a statement, its words, what stands behind them]; several in one text stand apart.
      def delimited(sql)
        mark = DELIMITERS.find { |each| !sql.include?(each) } || "//#{sql.bytesize}//"
        texts = Splitter.statements(sql).map(&:first)
        [ "DELIMITER #{mark}\n", texts.join("\n#{mark}\n"), "\n#{mark}\nDELIMITER ;\n" ]
      end

      # The statements of a text, as Splitter has them.
      def statements(text)
        batch_end = @platform && @platform.class::BATCH_END
        return Splitter.statements(text, batch_end:) unless text.match?(LINE)

        line = 1
        segments(text).flat_map do |segment, mark|
          found = mark == ";" ? Splitter.statements(segment) : parted(segment, mark)
          found.map { |sql, at| [ sql, at + line - 1 ] }.tap { line += segment.count("\n") + 1 }
        end
      end

      private

      def holds?(sql) = Lexer.tokens(sql).any? { |token| token.symbol?(";") }

      # [[text between two lines that say a delimiter, the delimiter there], …]
      def segments(text)
        mark, found, lines = ";", [], []
        text.each_line do |line|
          said = line[LINE, 1]
          next lines << line unless said

          found << [ lines.join.chomp, mark ]
          mark, lines = said, []
        end
        found << [ lines.join, mark ]
      end

      def parted(segment, mark)
        line = 1
        segment.split(mark, -1).filter_map do |text|
          sql = text.strip
          at = line + text[/\A\s*/].count("\n")
          line += text.count("\n")
          [ sql, at ] unless sql.empty?
        end
      end
    end
  end
end
