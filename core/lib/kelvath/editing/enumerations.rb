# frozen_string_literal: true

module Kelvath
  module Editing
    # Enumerated types of designs, edited by hand.
    module Enumerations
      module_function

      # ChangeSet that gives one another name; the columns that have it follow.
      def rename(model, enumeration, name, seen, ids)
        FieldText.check_seen(model, enumeration, "name", name, seen) if seen
        old, renamed = [ model, ChangeSet.set(enumeration, name:).apply(model) ].map do |each|
          Platforms.enumerations(each, enumeration).key(each.fetch(enumeration.id))
        end
        Draft.change(model, ids:) do |draft|
          draft.set(enumeration.id, name:)
          Metamodel::Design.elements(model, enumeration.parent_id, :column).each do |column|
            type = replaced(column.native_type, old, renamed)
            draft.set(column.id, native_type: type) unless type == column.native_type
          end
        end
      end

      # The type, or list of that type, by its new name.
      def replaced(type, old, renamed)
        return type.merge("base" => renamed) if type["base"] == old
        return type unless type.key?("of")

        type.merge("of" => type["of"].map { |each| replaced(each, old, renamed) })
      end
      private_class_method :replaced
    end
  end
end
