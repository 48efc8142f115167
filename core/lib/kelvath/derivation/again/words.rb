# frozen_string_literal: true

module Kelvath
  module Derivation
    module Again
      # Says in words what is met when a design is derived again: things by the names they have, or would have.
      class Words
        # elements: { id => Element } of what the model may not hold: what would be derived, or was.
        def initialize(model, design, elements)
          @model = model
          @design = design
          @elements = elements
          @platform = Platforms.of(model, design)
        end

        # "column vessel · name"
        def title(element) = "#{element.class.title} #{place(element)}".strip

        # "vessel · name"
        def place(element)
          names = [ label(element) ]
          while (parent = find(element.parent_id)) && parent.kind != :design
            names.unshift(label(parent))
            element = parent
          end
          names.join(" · ")
        end

        # The id of the table or view that an element is in, or its own.
        def table_id(element)
          element = find(element.parent_id) while find(element.parent_id) && find(element.parent_id).kind != :design
          element.id
        end

        # A value of a field as people read it; an empty one is "nothing".
        def value(field, value)
          text = text(field, value)
          text.empty? ? "nothing" : text
        end

        # The columns of an order: "name, length, mast".
        def order(ids) = ids.filter_map { |id| find(id)&.name }.join(", ")

        private

        def find(id) = @model[id] || @elements[id]
        def label(element)
          return "#{element.privileges.join(', ')} on #{name(element.on_id)}" if element.kind == :grant

          element.name.empty? ? "(#{element.class.title})" : element.name
        end

        def name(id) = find(id)&.then { |element| label(element) } || "?"

        def text(field, value)
          case field.type
          when :native_type then @platform.write_type(value)
          when :options then Platforms::Options.written(value.transform_values { |each| plain(each) })
          when :expression then plain(value)
          when :reference then value ? name(value) : ""
          when :references then value.map { |id| name(id) }.join(", ")
          when :flag then value ? "yes" : "no"
          else value.to_s
          end
        end

        def plain(value) = value.is_a?(String) ? Metamodel::Expression.written(value) { |id| name(id) } : value
      end
    end
  end
end
