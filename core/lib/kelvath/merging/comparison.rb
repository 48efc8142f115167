# frozen_string_literal: true

module Kelvath
  module Merging
    # Two sides, what is the same thing on both, and in what they differ.
    class Comparison
      ORDERED = %i[attribute column allowed_value row chapter condition custom_field subject_area].freeze

      # correspondence: a Matching::Correspondence of the two.
      attr_reader :left, :right, :correspondence

      # flipped: is it one whose sides were exchanged? Its keys are those of the one that it was.
      def initialize(left, right, correspondence, flipped: false)
        @left, @right, @correspondence, @flipped = left, right, correspondence, flipped
        @aligning = Aligning.new(left, right, correspondence)
      end

      # { id => Element } of the right side in the ids of the left; the Element as it stands there, by such an id.
      def theirs = @aligning.elements
      def original(id) = @aligning.originals[id]

      # [Difference, …], by kind, then as they stand on the left, then what only the right has.
      def differences = @differences ||= [ *elements, *orders ]

      # The Difference of a key, or nil.
      def [](key) = by_key[key]
      def by_key = @by_key ||= differences.to_h { |each| [ each.key, each ] }

      # Are the sides the same?
      def equal? = differences.empty?

      # The left side's element of an id, or else the right side's.
      def find(id) = left.model[id] || theirs[id]

      # [Difference, …] of one element, by its id on the left.
      def of(id) = (@of ||= differences.group_by(&:id)).fetch(id, Model::NONE)

      # Ids of what stands within something, in the order of the left side, and in that of the right.
      def orders_within(parent_id, kind) = families.map { |family| family.fetch([ parent_id, kind ], Model::NONE) }

      # What stands within something that is on one side alone, and so is there alone itself: [Difference, …]
      def within(difference)
        return Model::NONE unless %i[left_only right_only].include?(difference.way)

        @inner ||= differences.select { |each| %i[left_only right_only].include?(each.way) }
                              .group_by { |each| each.element.parent_id }
        @inner.fetch(difference.id, Model::NONE).flat_map { |each| [ each, *within(each) ] }
      end

      # The same sides the other way round.
      def flipped
        @other_way ||= begin
          one = right.original || right
          other = left.for_platform_of(one)
          turned = correspondence.flipped do |each|
            one.elements.key?(each.right_id) && other.elements.key?(each.left_id)
          end
          Comparison.new(one, other, turned, flipped: !@flipped)
        end
      end

      private

      def elements
        mine = left.elements
        sameness = Sameness.new(left, told: left.told || right.told) { |id| find(id) }
        rank = Metamodel::KINDS.keys.each_with_index.to_h
        found = mine.each_value.flat_map do |each|
          other = theirs[each.id]
          other ? changed(each, other, sameness) : [ one_only(:left_only, each) ]
        end
        found += theirs.each_value.reject { |each| mine.key?(each.id) }.map { |each| one_only(:right_only, each) }
        found.sort_by.with_index { |each, index| [ rank.fetch(each.element.kind), index ] }
      end

      def changed(mine, other, sameness)
        sameness.differing(mine, other).map do |fields|
          Difference.new(key: "set-#{key_id(mine.id)}-#{fields.first.name}", way: :changed, id: mine.id, left: mine,
                         right: other, fields:)
        end
      end

      def one_only(way, element)
        here = (way == :left_only) ^ @flipped
        id = way == :left_only ? element.id : original(element.id).id
        sides = way == :left_only ? { left: element } : { right: element }
        Difference.new(key: "#{here ? 'here' : 'there'}-#{id}", way:, id: element.id, **sides)
      end

      def key_id(id) = @flipped ? original(id).id : id

      # What both sides have stands in another order.
      def orders
        (families[0].keys & families[1].keys).filter_map do |parent_id, kind|
          mine, others = orders_within(parent_id, kind)
          next if (mine & others) == (others & mine)

          Difference.new(key: "order-#{parent_id && key_parent(parent_id)}-#{kind}", way: :order, id: parent_id,
                         left: parent(parent_id, left.model), right: theirs[parent_id] || right.model.header, kind:)
        end
      end

      # Of each side: { [parent's id, kind] => ids in their order }
      def families
        @families ||= [ [ left.elements, ->(id) { id } ], [ theirs, ->(id) {
 original(id).id } ] ].map do |elements, own|
          elements.each_value.select { |each| ORDERED.include?(each.kind) }
                  .group_by { |each| [ each.parent_id, each.kind ] }
                  .transform_values { |list| list.sort_by { |each| [ each.position.to_f, own.(each.id) ] }.map(&:id) }
        end
      end

      def key_parent(id) = @flipped ? (original(id)&.id || right.root_id) : id
      def parent(id, model) = id ? model[id] : model.header
    end
  end
end
