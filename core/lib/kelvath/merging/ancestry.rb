# frozen_string_literal: true

module Kelvath
  module Merging
    # What both sides were made of: it tells on which of them each difference arose, so that only what both changed is
    # to be decided.
    class Ancestry
      SAID = { left: "changed on the left", right: "changed on the right", both: "changed on both" }.freeze

      # base: the Side that both come from, of the same sort as they.
      def initialize(comparison, base)
        @comparison, @base = comparison, base
        sides = [ comparison.left, comparison.right ]
        mine, others = sides.map { |side| Matching::Models.new(side, base).correspondence }
        @theirs = comparison.right.elements.keys.zip(comparison.theirs.keys).to_h
        @ids = base.elements.keys.to_h do |id|
          [ id, mine.left_of(id) || others.left_of(id)&.then { |left_id| @theirs[left_id] } || id ]
        end
        @ids[base.root_id] = comparison.left.root_id if base.root_id
        @in_left = mine.pairs.to_h { |pair| [ pair.left_id, pair.right_id ] }
        @in_right = others.pairs.to_h { |pair| [ @theirs[pair.left_id], pair.right_id ] }
        @sameness = Sameness.new(comparison.left, told: base.told) { |id| comparison.find(id) }
      end

      # { key => :left, :right or :both }: where each difference arose.
      def origins = @origins ||= @comparison.differences.to_h { |each| [ each.key, origin(each) ] }

      # { key => "left" or "right" } of what the other side left as it was: the newer stands.
      def settled = origins.reject { |_, side| side == :both }.transform_values(&:to_s)

      private

      def origin(difference)
        case difference.way
        when :left_only then one_sided(difference.id, difference.left, @in_left, :left, :right)
        when :right_only then one_sided(difference.id, difference.right, @in_right, :right, :left)
        when :order then order(difference)
        else changed(difference)
        end
      end

      # What the base has and one side has not was removed there, what it has not was made where it is.
      def one_sided(id, element, known, here, other)
        former = known[id] or return here

        whole?(element, former) ? other : :both
      end

      def whole?(element, former_id) = @sameness.differing(aligned(former_id), element).empty?

      def changed(difference)
        former = base_of(difference.id) or return :both

        names = difference.fields.map(&:name)
        left, right = [ difference.left, difference.right ].map do |each|
          @sameness.differing(former, each).flatten.none? { |field| names.include?(field.name) }
        end
        left == right ? :both : left ? :right : :left
      end

      def order(difference)
        former = @base.elements.each_value.select { |each| each.kind == difference.kind }
                      .select { |each| each.parent_id ? @ids[each.parent_id] == difference.id : difference.id.nil? }
                      .sort_by { |each| [ each.position.to_f, each.id ] }.map { |each| @ids.fetch(each.id) }
        left, right = @comparison.orders_within(difference.id, difference.kind).map do |ids|
          (ids & former) == (former & ids)
        end
        left == right ? :both : left ? :right : :left
      end

      def base_of(id)
        former = @in_left[id] or return

        aligned(former) if @in_right[id] == former
      end

      def aligned(id) = (@aligned ||= {})[id] ||= Matching::OtherIds.element(@base.elements.fetch(id), @ids)
    end
  end
end
