# frozen_string_literal: true

module Kelvath
  # The kinds of what a house keeps of its own beside concept, logical side and designs.
  module Metamodel
    # A rule of the type table: what a logical type, a domain or one attribute is in designs for a platform, or in one
    # design. becomes: as the platform writes it; %l is the length, %p the precision, %s the scale.
    class TypeRule < Element
      side :house
      listed
      standard
      field :platform, :name
      field :design_id, :reference, to: :design, label: "Of one design"
      field :type, :choice, values: LOGICAL_TYPES
      field :domain_id, :reference, to: :domain
      field :attribute_id, :reference, to: :attribute, label: "One attribute"
      field :becomes, :name, label: "Type in the design"

      def label(model) = "#{about(model)} in #{model[design_id]&.name || platform}"

      # What it is about: "Vessel.Name", "Money Amount", "long text".
      def about(model)
        attribute = model[attribute_id]
        return [ model[attribute.parent_id]&.name, attribute.name ].compact.join(".") if attribute

        model[domain_id]&.name || type.tr("_", " ")
      end
    end

    # A saved set of script choices (Scripting::Recipe says what each means). Empty fields: as usual.
    class Recipe < Element
      side :house
      name_once_in :model
      listed adding: true
      sought
      standard
      field :name, :name
      field :scope, :choice, values: [ "all", "subject area", "named", "changed" ], label: "Which objects"
      field :subject_area_id, :reference, to: :subject_area
      field :patterns, :names, label: "Names of tables and views"
      field :since, :name, label: "Changed since the milestone"
      field :without, :names, label: "Left out"
      field :foreign_keys, :choice, values: [ "after", "inside" ]
      field :drops, :choice, values: [ "none", "plain", "if there" ]
      field :container, :name, label: "Made first, and begun in"
      field :schema, :name, label: "Schema in place of the design's own"
      field :quoting, :choice, values: [ "as needed", "always" ]
      field :keywords, :choice, values: %w[upper lower]
      field :files, :choice, values: [ "one", "one each" ]
      field :header, :text
      field :terminator, :choice, values: [ "at the end", "on a line", "as a batch" ]
      field :repeatable, :flag
      field :referential, :choice, values: %w[none triggers], label: "Rules of foreign keys that it does not keep"
      field :big_tables, :choice, values: %w[plain gently], label: "Big tables are altered"
      field :column_order, :choice, values: [ "left", "as designed" ], label: "Columns in another order"
      field :position, :number, internal: true, compared: false
    end

    # A finding that may stay as it is, and why. finding: its key; one that no longer stands is kept in case it comes
    # again.
    class Aside < Element
      side :house
      field :finding, :name, internal: true
      field :reason, :text
      field :person, :name, internal: true

      def self.title = "finding put aside"
      def label(_model) = Metamodel.quoted(reason)
    end

    # A field of the house's own for one kind of element.
    class CustomField < Element
      TYPES = [ "text", "number", "date", "yes or no", "one of" ].freeze
      side :house
      needs_name
      listed adding: true
      standard
      field :name, :name
      field :of, :choice, label: "Kind",
                          values: %w[entity attribute relationship domain subject_area table column header]
      field :type, :choice, values: TYPES
      field :choices, :names, label: "Choices"
      field :position, :number, internal: true
    end

    # What a custom field says of one element.
    class CustomValue < Element
      within :entity, :attribute, :relationship, :domain, :subject_area, :table, :column, :header
      side :house
      field :custom_field_id, :reference, to: :custom_field, gone: :remove
      field :value, :text

      def label(model) = model[custom_field_id]&.name.to_s
    end

    # What somebody remarked on an element. written_on is an ISO 8601 date.
    class Note < Element
      within :entity, :attribute, :relationship, :domain, :subject_area, :table, :column
      side :house
      field :text, :text
      field :author, :name
      field :written_on, :name, label: "Date"

      def label(_model) = Metamodel.quoted(text)
    end
  end
end
