# frozen_string_literal: true

require "csv"

module Kelvath
  module Intake
    # Catalog questions for a server that cannot be reached from here: a file of them for whoever administers it, and
    # the answers, a CSV file each (RFC 4180), from which the same is read as over a connection.
    #
    # A platform's catalog reader has QUESTIONS, { name => [SQL, columns that an answer must have] }, and .asking, to
    # make the file. What can only be asked when other answers are known has no SQL and, where its answers are no table,
    # no columns either: the reader's .answered, { name => rows } -> callable, then answers what #read asks, as far as
    # it is not one of the questions. OPTIONAL names those that may stay unanswered.
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

      # What that file is called.
      def name = @reader.respond_to?(:asking_name) ? @reader.asking_name : "questions-#{@platform.key}.sql"

      # Names of the files that are wanted back.
      def files = questions.keys.map { |name| file(name) }

      # What answers the reader's questions, as a CatalogReader takes it. answers: { file's name => its text }. Raises
      # UnreadableFile for what is missing or no such file.
      def query(answers)
        rows = questions.to_h { |name, (_, columns)| [ name, rows(name, answers[file(name)], columns) ] }
        later = @reader.answered(rows) if @reader.respond_to?(:answered)
        ->(sql) { later&.call(sql) || rows[asked(sql)] || [] }
      end

      private

      # { name => [SQL, columns that are wanted] }
      def questions = @reader::QUESTIONS
      def optional?(name) = @reader.const_defined?(:OPTIONAL) && @reader::OPTIONAL.include?(name)

      def file(name) = "kelvath-#{name}.csv"

      # The name of a question, which may be asked of a part: what was written down is of all there is.
      def asked(sql) = questions.find { |_, (question, _)| CatalogReader.asked?(question, sql) }&.first

      # On one line, without the marks for what is only asked in part.
      def plain(sql) = sql.gsub(%r{/\*.*?\*/}, "").gsub(/\s+/, " ").strip

      def rows(name, text, columns)
        if text.to_s.strip.empty?
          return [] if optional?(name) || columns.empty? || text

          raise UnreadableFile, "The answer #{file(name)} is missing; the questions ask for #{files.join(', ')}."
        end

        told = text.delete_prefix("\uFEFF").lstrip
        columns.empty? ? CSV.parse(told) : table(name, CSV.parse(told, headers: true), columns)
      rescue CSV::MalformedCSVError => error
        raise UnreadableFile.new("#{file(name)} is not readable as CSV: #{error.message}", line: error.line_number)
      end

      def table(name, table, columns)
        there = table.headers.compact.map(&:downcase)
        lacking = columns.find { |column| !there.include?(column.downcase) }
        return table.map(&:to_h) if lacking.nil?

        raise UnreadableFile, "#{file(name)} has no column “#{lacking}”; its first line must name " \
                              "#{columns.join(', ')}, as the question does."
      end
    end
  end
end
