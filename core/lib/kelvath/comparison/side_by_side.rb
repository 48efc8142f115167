# frozen_string_literal: true

module Kelvath
  module Comparison
    # Two designs of a model laid side by side: what stands for the same is found by where it comes from, then by its
    # columns, then by its name. Types of two platforms are alike if they are the same logical type of the same size.
    class SideBySide
      # way: :left_only, :right_only, :changed (a field) or :order; left, right: the Elements as they stand; field: a
      # Field; texts: what each side has, in words.
      Line = Struct.new(:way, :left, :right, :field, :texts, keyword_init: true) do
        # The one that is there.
        def element = left || right
      end
      LEFT_OUT = %i[options].freeze # between platforms, whose options are their own

      # Ids of two designs; other: the Model that the second one is in, if it is another. Raises NotFound.
      def initialize(model, left_id, right_id, other: model)
        @models = [ model, other ]
        @designs = @models.zip([ left_id, right_id ]).map { |each, id| each.fetch(id, :design) }
        @platforms = @models.zip(@designs).map { |each, design| Platforms.of(each, design) }
        @words = @models.zip(@designs).map { |each, design| Derivation::Again::Words.new(each, design, {}) }
      end

      # [Line, …] in the order of the first design, then what only the second has.
      def lines = @lines ||= pairs.flat_map { |left, right, aligned| compared(left, right, aligned) } + orders

      # "table vessel" of what a Line is about.
      def title(line) = words(line).title(line.element)

      # The table or view that it is in, by name.
      def place(line) = words(line).place(line.element).split(" · ").first

      private

      def words(line) = line.left ? @words.first : @words.last
      def left = @left ||= Derivation::Again::Parts.of(@models.first, @designs.first.id)
      def right = @right ||= Derivation::Again::Parts.of(@models.last, @designs.last.id)

      # The second design's elements with the ids of their counterparts: { id => Element }
      def aligned
        @aligned ||= begin
          known = left.transform_values { |each| each }
          matching = Derivation::Again::Matching.new(known, right.values.map { |each| moved(each) }, every: true)
          found = matching.aligned
          @originals = found.keys.zip(right.values).to_h
          found
        end
      end

      # What stands in the second design itself, as if it stood in the first.
      def moved(element)
        return element unless element.parent_id == @designs.last.id

        element.class.new(id: element.id, parent_id: @designs.first.id, **element.values)
      end

      # [[left, right, right by the ids of the left], …]
      def pairs
        both = aligned
        left.map { |id, element| [ element, both[id] && @originals[id], both[id] ] } +
          both.except(*left.keys).map { |id, element| [ nil, @originals[id], element ] }
      end

      # What lies within something that one side has not is not told apart.
      def compared(left_one, right_one, as_left)
        return one_only(:left_only, left_one, aligned) unless right_one
        return one_only(:right_only, as_left, left, right: right_one) unless left_one

        fields(left_one.class).filter_map do |field|
          next if same?(field, left_one[field.name], as_left[field.name])

          texts = [ @words[0].value(field, left_one[field.name]), @words[1].value(field, right_one[field.name]) ]
          Line.new(way: :changed, left: left_one, right: right_one, field:, texts:) unless texts.uniq.one?
        end
      end

      def one_only(way, element, other, right: nil)
        return [] unless element.parent_id == @designs.first.id || other.key?(element.parent_id)

        [ right ? Line.new(way:, right:) : Line.new(way:, left: element) ]
      end

      def fields(type)
        found = Derivation::Again::Parts.fields(type)
        same_platform? ? found : found.reject { |field| LEFT_OUT.include?(field.name) }
      end

      def same_platform? = @platforms.map(&:class).uniq.one?

      def same?(field, one, two)
        return true if one == two
        return false unless field.type == :native_type && !same_platform?

        kinds = @platforms.zip([ one, two ]).map { |platform, type| platform.logical_type(type) }
        kinds.uniq.one? && !kinds.first[:type].empty?
      end

      # Tables whose columns, as far as both have them, stand in another order.
      def orders
        orders = [ left, aligned ].map { |elements| Derivation::Again::Parts.orders(elements) }
        (orders.first.keys & orders.last.keys).filter_map do |id|
          one, two = orders.map { |order| order[id] }
          next if (one & two) == (two & one)

          Line.new(way: :order, left: left[id], right: @originals[id],
                   texts: [ @words[0].order(one), @words[1].order(two.map { |each| @originals[each].id }) ])
        end
      end
    end
  end
end
