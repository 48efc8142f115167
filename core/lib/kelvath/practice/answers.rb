# frozen_string_literal: true

module Kelvath
  module Practice
    # What a practice server of a platform answers to the catalog's questions, and what it refuses. A platform's own
    # class has DATABASE, the name of what ships; HOME, the schema that needs no name; and REFUSALS, { what is refused
    # => the real server's words }: :wrong at least, and whatever else it looks at. It answers each question by a method
    # of the question's name: rows of values, in the order of the columns.
    class Answers
      ROLES = { "" => {}, "harbour_office" => {} }.freeze # role => { sees: [schemas], writes: false }; {} for all
      VERSION = "1"

      # What a server says of something. fault: a key of REFUSALS.
      def self.words(fault) = self::REFUSALS.fetch(fault) { self::REFUSALS.fetch(:wrong) }

      # catalog: what there is, and is seen; schema: the one that is at hand, nil for the one that needs no name; role:
      # a key of ROLES.
      def initialize(platform, catalog, schema: nil, role: "")
        @platform = platform
        @catalog = catalog
        @schema = schema
        @role = role
      end

      # Rows of a question, as hashes with string keys; nil for what is none.
      def rows(sql)
        name, (_, columns) = @platform.catalog_reader::QUESTIONS.find do |_, (question, _)|
          Intake::CatalogReader.asked?(question, sql)
        end
        name && public_send(name).map { |row| columns.zip(row).to_h }
      end

      private

      def home = self.class::HOME
      def place(schema) = schema || home

      # A design of what there is, from which scripts of the platform are written.
      def side = @side ||= side_of(@catalog)

      def side_of(catalog)
        Altering::Side.of_catalog(catalog, @platform.key, ids: Ulid.new(clock: -> { 0 }, random: Random.new(1)))
      end

      def model = side.model
    end
  end
end
