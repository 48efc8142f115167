# frozen_string_literal: true

module Kelvath
  module Matching
    # Elements with the ids that the other side has for what they are and name.
    module OtherIds
      NAMING = %i[source_id subject].freeze # fields that hold an id and refer to nothing

      module_function

      # An id, or one that is composed of several with full stops between. ids: { id => id }
      def id(text, ids)
        return ids.fetch(text, text) unless text.include?(".")

        text.split(".").map { |part| ids.fetch(part, part) }.join(".")
      end

      # An Element that says the same of the things that have these ids. sources: in NAMING fields, too?
      def element(element, ids, sources: true)
        values = element.values.to_h do |name, value|
          [ name, value(element.class.fetch_field(name), value, ids, sources) ]
        end
        parent_id = element.parent_id && id(element.parent_id, ids)
        element.class.new(id: id(element.id, ids), parent_id:, **values)
      end

      def value(field, value, ids, sources)
        return value.map { |each| id(each, ids) } if field.references?
        return value && id(value, ids) if field.reference? || (sources && NAMING.include?(field.name))
        return written(value, ids) if field.expression?
        return value unless field.type == :options

        value.transform_values { |each| each.is_a?(String) ? written(each, ids) : each }
      end

      def written(text, ids)
        Metamodel::Expression.written(text) { |each| Metamodel::Expression.reference(id(each, ids)) }
      end
      private_class_method :value, :written
    end
  end
end
