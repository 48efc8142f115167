# frozen_string_literal: true

module Kelvath
  module Merging
    # Says in words what the sides of a Comparison have.
    class Wording
      NOTHING = "nothing"

      def initialize(comparison)
        @comparison = comparison
        @left = comparison.left.model
        @right = comparison.right.model
        @titles = {}
      end

      # What an element is called: "column vessel · length", whatever design it is in.
      def self.thing(element, model)
        places = model.ancestors(element).reject { |each| each.kind == :design }
        names = [ element, *places ].map { |each| each.label(model) }.reject(&:empty?)
        "#{element.class.title} #{names.reverse.join(' · ')}".strip
      end

      # "column vessel · length: type"; the element as it is called on the left, if it is there.
      def title(difference)
        @titles[difference.key] ||= [ thing(difference), about(difference) ].compact.join(": ")
      end

      # The outermost thing that a Difference is in, beside the model and its designs: [its id, "table vessel"].
      def place(difference)
        model, element = standing(difference)
        outer = [ element, *model.ancestors(element) ].reject { |each| each.kind == :design }.last || element
        outer = element if element.kind == :design
        [ aligned_id(model, outer), Describing.title(outer, model) ]
      end

      # What both sides have, in words: [left, right].
      def texts(difference)
        case difference.way
        when :left_only then [ "is there", "is not there" ]
        when :right_only then [ "is not there", "is there" ]
        when :order then orders(difference)
        else [ value(difference, @left, difference.left), value(difference, @right, original(difference.id)) ]
        end
      end

      # "logical", or the name of the design, "drawings", "the house's own": where a Difference belongs.
      def part(difference)
        model, element = standing(difference)
        design = element.kind == :design ? element : model.ancestors(element).find { |each| each.kind == :design }
        design&.name || PARTS.fetch(element.class.side)
      end
      PARTS = { logical: "logical side", physical: "designs", drawing: "drawings", house: "house" }.freeze

      private

      def original(id) = @comparison.original(id)

      # The model and the element in it that a Difference is about.
      def standing(difference)
        return [ @left, difference.left ] if difference.left

        [ @right, difference.id && original(difference.id) || difference.right ]
      end

      def aligned_id(model, element)
        model.equal?(@left) ? element.id : (@comparison.right.elements.key?(element.id) ? ours(element.id) : element.id)
      end

      def ours(id) = (@ours ||= @comparison.theirs.keys.to_h { |each| [ original(each).id, each ] }).fetch(id)

      def thing(difference)
        model, element = standing(difference)
        Wording.thing(element, model)
      end

      def about(difference)
        return "order of #{Inflection.plural(Metamodel.fetch(difference.kind).title)}" if difference.way == :order

        difference.drawn? ? "where it stands" : difference.field&.label&.downcase
      end

      def orders(difference)
        mine, theirs = @comparison.orders_within(difference.id, difference.kind)
        [ (mine & theirs).map { |id| @left[id].label(@left) },
          (theirs & mine).map { |id| original(id).label(@right) } ].map { |names| names.join(", ") }
      end

      def value(difference, model, element)
        texts = difference.fields.map { |field| text(model, element, field) }
        difference.drawn? ? texts.join(", ") : texts.first
      end

      def text(model, element, field)
        value = element[field.name]
        text = case field.type
        when :native_type then Platforms.of(model, element).write_type(value)
        when :options then Platforms::Options.written(value.transform_values { |each| plain(model, each) })
        when :expression then plain(model, value)
        when :reference then value ? name(model, value) : ""
        when :references then value.map { |id| name(model, id) }.join(", ")
        when :names then value.join(", ")
        when :flag then value ? "yes" : "no"
        when :choice then value.to_s.tr("_", " ")
        when :number then value ? format("%g", value) : ""
        else value.to_s
        end
        text.empty? ? (field.name.end_with?("_most") ? "many" : NOTHING) : text
      end

      def name(model, id) = model[id.split(".").last]&.label(model) || id
      def plain(model, value)
        value.is_a?(String) ? Metamodel::Expression.written(value) { |id| name(model, id) } : value
      end
    end
  end
end
