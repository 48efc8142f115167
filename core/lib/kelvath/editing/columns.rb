# frozen_string_literal: true

module Kelvath
  module Editing
    # Columns of designs, edited by hand.
    module Columns
      module_function

      # Gives a column a type. The fields of the record that it is, or is a list of, become columns within it, where its
      # platform has such: those that were there keep what is known of them.
      def set_type(draft, column_id, type)
        column = draft.model.fetch(column_id, :column)
        record = Metamodel::NativeType.record(type)
        return draft.set(column_id, native_type: type) unless record && nested?(draft.model, column)

        draft.set(column_id, native_type: Metamodel::NativeType.with_fields(type, []))
        set_fields(draft, column_id, record["fields"]) if record.key?("fields")
      end

      def nested?(model, column)
        Platforms.of(model, column).supports?(:nested_columns, model.ancestors(column).last&.version)
      end

      def set_fields(draft, column_id, fields)
        there = draft.model.children(column_id, :column).to_h { |each| [ each.name.downcase, each ] }
        fields.each_with_index do |(name, type), index|
          within = there.delete(name.downcase)
          within = within ? draft.set(within.id, position: index + 1.0) :
                     draft.add(:column, parent_id: column_id, name:, position: index + 1.0)
          set_type(draft, within.id, type)
        end
        there.each_value { |gone| draft.remove(gone.id) }
      end
      private_class_method :set_fields
    end
  end
end
