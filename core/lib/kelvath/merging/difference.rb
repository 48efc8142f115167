# frozen_string_literal: true

module Kelvath
  module Merging
    # One thing in which the sides differ, which can be taken by itself. key: names it, in requests; way: one of WAYS;
    # id: of the element, on the left side if it is there; left, right: Elements, the right one in the ids of the left,
    # nil where it is not there; fields: [Field, …] that differ, one as a rule; kind: of what stands in another order
    # within the element.
    Difference = Struct.new(:key, :way, :id, :left, :right, :fields, :kind, keyword_init: true) do
      # The Element that is there.
      def element = left || right

      # The first of the fields, nil if it is about a whole element.
      def field = fields&.first

      # Does a name, or a text, differ in the size of its letters alone?
      def letters_only?
        way == :changed && fields.all? do |each|
          texts = [ left[each.name], right[each.name] ]
          texts.all?(String) && texts.map(&:downcase).uniq.one?
        end
      end

      # Is it about a definition, a comment or a note alone?
      def remark?
        return %i[note diagram_note].include?(element.kind) unless way == :changed

        fields.all? { |each| Difference::REMARKS.include?(each.name) }
      end

      # Is it about where something is drawn?
      def drawn? = way == :changed && Difference::DRAWN.include?(field.name) && element.class.side == :drawing
    end
    Difference::WAYS = { changed: "changed", left_only: "only on the left", right_only: "only on the right",
                         order: "in another order" }.freeze
    Difference::REMARKS = %i[definition comment text].freeze
    Difference::DRAWN = %i[x y width height].freeze

    # What is looked at of the differences. kinds, ways: of which alone, nil for all; text: that their names hold, ""
    # for any; aside: any of ASIDE.
    Filter = Struct.new(:kinds, :ways, :text, :aside, keyword_init: true) do
      # Is a Difference looked at? The block answers its title.
      def shows?(difference)
        return false if kinds && !kinds.include?(difference.kind || difference.element.kind)
        return false if ways && !ways.include?(difference.way)
        return false if Array(aside).any? { |each| Filter::ASIDE.fetch(each).last.call(difference) }

        text.to_s.empty? || yield.downcase.include?(text.downcase)
      end
    end
    Filter::ASIDE = {
      order: [ "order", ->(each) { each.way == :order } ],
      letters: [ "case", ->(each) { each.letters_only? } ],
      remarks: [ "definitions, comments", ->(each) { each.remark? } ],
      drawn: [ "where cards stand", ->(each) { each.drawn? } ]
    }.freeze
  end
end
