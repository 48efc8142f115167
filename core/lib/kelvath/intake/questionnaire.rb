# frozen_string_literal: true

require "csv"

module Kelvath
  module Intake
    # Catalog questions for a server that cannot be reached from here: a file of them for whoever administers it, and
    # the answers, a CSV file each (RFC 4180), from which the same is read as over a connection.
    class Questionnaire
      # Platforms that have one.
      def self.platforms = Platforms.all.select { |each| each.catalog_reader&.const_defined?(:QUESTIONS) }

      # platform: a Platform. Raises UnknownName if it has none.
      def initialize(platform)
        @platform = platform
        @reader = platform.catalog_reader
        return if Questionnaire.platforms.include?(platform)

        raise UnknownName, "There are no questions for #{platform.title}; there are for " \
                           "#{Questionnaire.platforms.map(&:title).join(', ')}."
      end

      # The file for the administrator: plain, commented, and it changes nothing.
      def text = @reader.asking(questions.to_h { |name, (sql, _)| [ file(name), plain(sql) ] })

      # Names of the files that are wanted back.
      def files = questions.keys.map { |name| file(name) }

      # What answers the reader's questions, as a CatalogReader takes it. answers: { file's name => its text }. Raises
      # UnreadableFile for what is missing or no such file.
      def query(answers)
        rows = questions.to_h { |name, (sql, columns)| [ sql, rows(file(name), answers[file(name)], columns) ] }
        ->(sql) { rows.fetch(sql) { [] } }
      end

      private

      # { name => [SQL, columns that are wanted] }
      def questions = @reader::QUESTIONS

      def file(name) = "kelvath-#{name}.csv"

      # On one line, without the marks for what is only asked in part.
      def plain(sql) = sql.gsub(%r{/\*.*?\*/}, "").gsub(/\s+/, " ").strip

      def rows(name, text, columns)
        raise UnreadableFile, "The answer #{name} is missing; the questions ask for #{files.join(', ')}." if text.nil?

        table = CSV.parse(text.delete_prefix("\uFEFF").lstrip, headers: true)
        lacking = columns - table.headers.compact
        return table.map(&:to_h) if lacking.empty?

        raise UnreadableFile, "#{name} has no column “#{lacking.first}”; its first line must name " \
                              "#{columns.join(', ')}, as the question does."
      rescue CSV::MalformedCSVError => error
        raise UnreadableFile.new("#{name} is not readable as CSV: #{error.message}", line: error.line_number)
      end
    end
  end
end
