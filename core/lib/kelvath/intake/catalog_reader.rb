# frozen_string_literal: true

module Kelvath
  module Intake
    # What reads the catalog of a platform's databases. A subclass answers #read -> Catalog, and #listed -> [Item, …],
    # and remarks on whatever it cannot take in.
    class CatalogReader
      # query: a callable, SQL -> array of hashes with string keys; scope: a Scope, nil for all there is.
      def initialize(query, progress: Progress.none, scope: nil)
        @query = query
        @progress = progress
        @scope = scope unless scope&.whole?
        @log = []
      end

      PART = %r{/\* ([a-z ]+): (.+?) \*/} # where a question may be limited

      # Is it that question, or the same asked of a part?
      def self.asked?(question, sql)
        return question == sql unless question.match?(PART)

        parts = question.split(Regexp.new(PART.source.delete("()")), -1).map { |part| Regexp.escape(part) }
        question == sql || sql.match?(/\A#{parts.join('AND .*?')}\z/m)
      end

      # The Listing of what is there.
      def list = Listing.new(items: listed, unseen: unseen)

      private

      # Lines about what whoever asks cannot see.
      def unseen
        hidden = listed.reject(&:readable)
        return [] if hidden.empty?

        [ "#{hidden.size} of them cannot be read by this user: #{hidden.first(5).map(&:title).join(', ')}" \
          "#{' and more' if hidden.size > 5}." ]
      end

      # The Items that are taken.
      def taken = @taken ||= listed.select { |item| @scope.takes?(item) }

      # Is the thing of a kind in the scope?
      def taken?(kind, schema, name)
        return true unless @scope

        @places ||= taken.to_set { |item| [ item.kind, item.schema, item.name ] }
        @places.include?([ kind, schema, name ])
      end

      def only_some = remark("", "Asked for was #{@scope}: #{taken.size} of #{listed.size} things.")

      # What no design holds is named, unless only some of it was asked for. The block: rows of "what" and "name".
      def untaken
        return only_some if @scope

        yield.each do |row|
          remark("#{row['what']} #{row['name']}", "It is not taken in; designs do not hold such things yet.")
        end
      end

      # A question with conditions where it has marks for them: /* table: c.oid */ stands for "AND c.oid IN (…)" where
      # only some tables are read, and is a comment where all are. Yields kinds; expects SQL for each Item of them.
      def scoped(sql)
        return sql unless @scope

        sql.gsub(PART) do
          kinds, what = Regexp.last_match.captures
          known = taken.select { |item| kinds.split.include?(item.kind) }.map { |item| said(item) }
          known.empty? ? "AND 1 = 0" : "AND #{what} IN (#{known.join(', ')})"
        end
      end

      # What an Item is called in a question, as SQL.
      def said(item) = Integer(item.id).to_s

      # The rows of a question by the value of a column: of the tables they belong to.
      def rows_by(column, sql) = @query.call(scoped(sql)).group_by { |row| yield row[column] }

      def remark(object, message) = @log << Catalog::Remark.new(level: :note, object:, message:)
    end
  end
end
