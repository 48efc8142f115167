# frozen_string_literal: true

module Kelvath
  module Derivation
    # Deriving again, and what a person decided meanwhile.
    module Again
      # The elements of a design as they are laid side by side.
      module Parts
        # Fields of which deriving again takes care by itself: where a thing stands among others, where it comes from,
        # and whether its name is a person's.
        APART = %i[position source_id name_fixed former_names].freeze
        COUNTED = %i[rows_told bytes_told].freeze # what a server counts is no part of a design
        ORDERED = %i[column].freeze # kinds whose order a person can decide

        module_function

        # All elements within a design that a database would have: { id => Element }, parents first.
        def of(model, design_id)
          found = {}
          waiting = [ design_id ]
          while (id = waiting.shift)
            model.child_ids(id).each do |child|
              element = model[child]
              next if Metamodel::BESIDE.include?(element.kind)

              found[child] = element
              waiting << child
            end
          end
          found
        end

        # The fields of a kind that are compared.
        def fields(type)
          @fields ||= {}
          @fields[type] ||= type.fields.each_value.reject { |field|
            APART.include?(field.name) || COUNTED.include?(field.name)
          }.freeze
        end

        # A value in which some elements are there no more. gone: { id => name it had }
        def without(field, value, gone)
          return value if gone.empty?
          return value.reject { |id| gone.key?(id) } if field.references?
          return gone.key?(value) ? nil : value if field.reference?
          return Metamodel::Expression.written(value) { |id| gone[id] || Metamodel::Expression.reference(id) } if
            field.expression?

          value
        end

        # Can an element stand without these? gone: ids, as a hash's keys.
        def falls?(element, gone)
          return true if gone.key?(element.parent_id)

          element.class.reference_fields.any? do |field|
            value = element[field.name]
            ids = Array(value)
            ids.any? { |id| gone.key?(id) } && (field.falls?(value, ids.find { |id| gone.key?(id) }) ||
              (field.references? && ids.all? { |id| gone.key?(id) } && field.falls?([ ids.first ], ids.first)))
          end
        end

        # { parent's id => ids of its columns in order }
        def orders(elements)
          elements.each_value.select { |each| ORDERED.include?(each.kind) }.group_by(&:parent_id)
                  .transform_values { |list| list.sort_by { |each| [ each.position || 0.0, each.id ] }.map(&:id) }
        end
      end
    end
  end
end
