# frozen_string_literal: true

module Kelvath
  module Joining
    # Elements that were read, with the ids that the model has for what they are and name.
    module Renaming
      module_function

      # An id, or one that is composed of several with full stops between. ids: { id => id }
      def id(text, ids) = text.include?(".") ? text.split(".").map { |part| ids.fetch(part, part) }.join(".") : ids.fetch(text, text)

      # An Element that says the same of the things that have these ids.
      def element(element, ids)
        values = element.values.to_h { |name, value| [ name, value(element.class.fetch_field(name), value, ids) ] }
        element.class.new(id: id(element.id, ids), parent_id: element.parent_id && id(element.parent_id, ids), **values)
      end

      def value(field, value, ids)
        return value.map { |each| id(each, ids) } if field.references?
        return value && id(value, ids) if field.reference? || (field.name == :source_id && value)
        return written(value, ids) if field.expression?
        return value.transform_values { |each| each.is_a?(String) ? written(each, ids) : each } if field.type == :options

        value
      end

      def written(text, ids)
        Metamodel::Expression.written(text) { |each| Metamodel::Expression.reference(id(each, ids)) }
      end
      private_class_method :value, :written
    end
  end
end
