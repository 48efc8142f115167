# frozen_string_literal: true

module Kelvath
  module Intake
    # What reads the catalog of a platform's databases. A subclass answers #read -> Catalog, and remarks on whatever it
    # cannot take in.
    class CatalogReader
      # query: a callable, SQL -> array of hashes with string keys.
      def initialize(query, progress: Progress.none)
        @query = query
        @progress = progress
        @log = []
      end

      private

      # The rows of a question by the value of a column: of the tables they belong to.
      def rows_by(column, sql) = @query.call(sql).group_by { |row| yield row[column] }

      def remark(object, message) = @log << Catalog::Remark.new(level: :note, object:, message:)
    end
  end
end
