# frozen_string_literal: true

module Kelvath
  module Merging
    # A Comparison as rows: for a table file, and as pages to read.
    class Report
      # names: what the two sides are called; chosen: { key => "left" or "right" }, which of them stands; differences:
      # those that are told, all unless said.
      def initialize(comparison, names:, chosen: {}, differences: comparison.differences)
        @comparison, @names, @chosen, @differences = comparison, names, chosen, differences
        @wording = Wording.new(comparison)
      end

      # The heads of the columns.
      def head = [ "Part", "Within", "What", "How", *@names, "Stands" ]

      # [[text, …], …], the head first.
      def sheet = [ head, *@differences.map { |each| [ @wording.part(each), @wording.place(each).last, *row(each) ] } ]

      # A Publishing::Book: a table of differences for each part, and what was taken to be the same though it has
      # another name.
      def book
        parts = @differences.group_by { |each| @wording.part(each) }
        sheets = parts.map { |part, list| [ part, head.drop(2), list.map { |each| row(each) } ] }
        sheets << [ "Taken to be the same", [ *@names, "Because", "Sure to" ], alike ] if alike.any?
        Publishing::Extract.sheets(@comparison.left.model, "#{@names.first} and #{@names.last}".sub(/\A./, &:upcase),
sheets)
      end

      private

      def row(difference)
        [ @wording.title(difference), HOW.fetch(difference.way, @names).then { |how|
 how.is_a?(Array) ? only(difference) : how },
          *@wording.texts(difference), stands(difference) ]
      end
      HOW = { changed: "changed", order: "in another order" }.freeze

      def only(difference) = "only in #{@names[difference.way == :left_only ? 0 : 1]}"
      def stands(difference) = { "left" => @names[0], "right" => @names[1] }.fetch(@chosen[difference.key], "both")

      # Matches by likeness, and by a person's word.
      def alike
        @alike ||= @comparison.correspondence.pairs.select { |each|
 %i[likeness answer].include?(each.how) }.map do |each|
          [ Wording.thing(@comparison.left.model.fetch(each.left_id), @comparison.left.model),
            Wording.thing(@comparison.right.model.fetch(each.right_id), @comparison.right.model),
            Matching::Correspondence::WAYS.fetch(each.how), "#{(each.score * 100).round} %" ]
        end
      end
    end
  end
end
