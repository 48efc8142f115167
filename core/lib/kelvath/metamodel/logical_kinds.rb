# frozen_string_literal: true

module Kelvath
  # The kinds of the concept and the logical side. A new kind is one class here and one migration.
  module Metamodel
    # The types a business value can have, whatever the platform. The empty one: not decided.
    LOGICAL_TYPES = [
      "", "text", "long_text", "integer", "small_integer", "big_integer", "decimal", "float",
      "boolean", "date", "time", "timestamp", "binary", "uuid", "json"
    ].freeze

    # Which sizes a type can carry: :length, or :precision with :scale.
    SIZED_TYPES = { "text" => %i[length], "binary" => %i[length], "decimal" => %i[precision scale] }.freeze

    # Shared by what carries a value: the type and its sizes.
    module Typed
      def self.included(kind)
        kind.field :type, :choice, values: LOGICAL_TYPES
        kind.field :length, :integer, range: 1..1_000_000
        kind.field :precision, :integer, range: 1..1000
        kind.field :scale, :integer, range: 0..1000
        kind.field :default_value, :text, label: "Default"
      end
    end

    # The model's own name and purpose; there is one in a model.
    class Header < Element
      field :name, :name
      field :definition, :text
    end

    # A type with a business meaning, decided once and used by many attributes.
    class Domain < Element
      field :name, :name
      include Typed
      field :definition, :text
    end

    # One of the values a domain allows.
    class AllowedValue < Element
      within :domain
      field :value, :name
      field :meaning, :text
      field :position, :number, internal: true
    end

    # A part of the model that belongs together for its readers.
    class SubjectArea < Element
      field :name, :name
      field :definition, :text
      field :position, :number, internal: true
    end

    # Something the business keeps data about.
    class Entity < Element
      field :name, :name
      field :definition, :text
      field :subject_area_id, :reference, to: :subject_area
    end

    # One thing known of an entity. A domain gives it a type; what is set here overrides the domain.
    class Attribute < Element
      within :entity
      field :name, :name
      field :domain_id, :reference, to: :domain
      include Typed
      field :mandatory, :flag
      field :surrogate, :flag, label: "Numbered by the database"
      field :definition, :text
      field :position, :number, internal: true
    end

    # What tells one occurrence of an entity from another. Members are attributes of the entity or
    # composed ids of migrated ones; keys of identifying relationships join a primary one by themselves.
    class Identifier < Element
      within :entity
      field :name, :name
      field :primary, :flag
      field :member_ids, :references, to: :attribute, label: "Members"
    end

    # How two entities relate. least and most say how many occurrences of that end's entity belong to
    # one of the other's; most left empty is many. phrase reads from -> to, inverse_phrase to -> from.
    class Relationship < Element
      field :from_id, :reference, to: :entity, gone: :remove
      field :to_id, :reference, to: :entity, gone: :remove
      field :phrase, :name, label: "Verb phrase"
      field :inverse_phrase, :name, label: "Verb phrase, the other way"
      field :from_least, :integer, default: 1, range: 0..1000
      field :from_most, :integer, default: 1, range: 1..1000
      field :to_least, :integer, default: 0, range: 0..1000
      field :to_most, :integer, range: 1..1000
      field :identifying, :flag
      field :role_name, :name
      field :definition, :text
      field :position, :number, internal: true
    end

    # An entity's division into subtypes.
    class SubtypeGroup < Element
      within :entity
      field :name, :name
      field :subtype_ids, :references, to: :entity, label: "Subtypes"
      field :exclusive, :flag, default: true
      field :complete, :flag
      field :discriminator_id, :reference, to: :attribute
    end
  end
end
