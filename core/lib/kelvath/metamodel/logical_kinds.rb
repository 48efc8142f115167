# frozen_string_literal: true

module Kelvath
  # The kinds of the concept and the logical side. A new kind is one class here.
  module Metamodel
    # The types a business value can have, whatever the platform. The empty one: not decided.
    LOGICAL_TYPES = [
      "", "text", "fixed_text", "long_text", "integer", "small_integer", "big_integer", "decimal", "float", "boolean",
      "date", "time", "zoned_time", "timestamp", "zoned_timestamp", "interval", "binary", "uuid", "json"
    ].freeze

    # Which sizes a type can carry: :length, or :precision with :scale.
    SIZED_TYPES = { "text" => %i[length], "fixed_text" => %i[length], "binary" => %i[length],
                    "decimal" => %i[precision scale] }.freeze

    # Colours that a person may give to a card, a tag or a subject area; the empty one: none.
    COLOURS = [ "", "sand", "straw", "sage", "mint", "sky", "slate", "lilac", "rose", "clay" ].freeze

    # What may happen to the children of a row that is deleted, or whose key changes (SQL:2016, 11.8).
    REFERENTIAL_ACTIONS = [ "", "no action", "restrict", "cascade", "set null", "set default" ].freeze

    # Shared by what is named by rule. A name set by hand is fixed; any other follows its counterpart
    # on the leading side.
    module Named
      def self.included(kind)
        kind.field :name, :name
        kind.field :name_fixed, :flag, label: "Name fixed by hand", compared: false
      end
    end

    # Shared by what carries a value: the type with its sizes, and what a value must be.
    module Typed
      def self.included(kind)
        kind.field :type, :choice, values: LOGICAL_TYPES
        kind.field :length, :integer, range: 1..1_000_000
        kind.field :precision, :integer, range: 1..1000
        kind.field :scale, :integer, range: 0..1000
        kind.field :default_value, :text, label: "Default"
        kind.field :least_value, :name, label: "Least value"
        kind.field :most_value, :name, label: "Greatest value"
        kind.field :unit, :name
        kind.field :pattern, :name
      end
    end

    # The model's own name and purpose; there is one in a model. lexicon and rulebook are ids of the
    # naming standard that it follows, each at a version. names_from_id: the design whose names lead;
    # none: the logical names do.
    class Header < Element
      side :logical
      needs_name
      standard
      field :name, :name
      field :definition, :text
      field :author, :name
      field :version, :name
      field :status, :choice, values: [ "", "draft", "in review", "agreed", "in use", "retired" ]
      field :notation, :name, label: "Notation of new diagrams"
      field :platform, :name, label: "Platform of new designs"
      field :house_columns, :text, label: "Columns that every table gets"
      field :lexicon, :name, internal: true
      field :lexicon_version, :integer, internal: true
      field :rulebook, :name, internal: true
      field :rulebook_version, :integer, internal: true
      field :names_from_id, :reference, to: :design, label: "Names lead from", internal: true

      def self.title = "model"
    end

    # A word whose plural the rules get wrong: "quay", "quays".
    class Word < Element
      side :logical
      listed adding: true
      standard
      field :singular, :name
      field :plural, :name

      def label(_model) = singular
    end

    # A type with a business meaning, decided once and used by many attributes. What it leaves open it
    # takes from the domain it is based on.
    class Domain < Element
      side :logical
      name_once_in :model
      listed adding: true
      sought
      standard
      field :name, :name
      field :base_id, :reference, to: :domain, label: "Parent domain"
      include Typed
      field :definition, :text
      field :given, :flag, internal: true, compared: false # a starter set it out

      # Entities with attributes of it, or of a domain that is based on it.
      def card_ids(model, seen = Set.new)
        return [] unless seen.add?(id)

        model.referrers(id, :attribute).map(&:parent_id) + model.referrers(id, :domain).flat_map do |other|
          other.card_ids(model, seen)
        end
      end
    end

    # One of the values a domain allows.
    class AllowedValue < Element
      within :domain
      listed adding: true
      standard
      field :value, :name
      field :meaning, :text
      field :position, :number, internal: true

      def label(_model) = value
    end

    # A part of the model that belongs together for its readers.
    class SubjectArea < Element
      side :logical
      name_once_in :model
      listed adding: true
      sought
      standard
      field :name, :name
      field :definition, :text
      field :colour, :choice, values: COLOURS
      field :position, :number, internal: true
    end

    # A mark that may be put on any number of entities and attributes.
    class Tag < Element
      side :logical
      name_once_in :model
      listed adding: true
      standard
      field :name, :name
      field :colour, :choice, values: COLOURS
      field :definition, :text
    end

    # Something the business keeps data about.
    class Entity < Element
      side :logical
      name_once_in :model
      listed adding: true
      sought
      include Named
      field :definition, :text
      field :subject_area_id, :reference, to: :subject_area
      field :tag_ids, :references, to: :tag, label: "Tags"

      def card_ids(_model) = [ id ]
    end

    # How two entities relate. least and most say how many occurrences of that end's entity belong to
    # one of the other's; most left empty is many. phrase reads from -> to, inverse_phrase to -> from.
    # separate: a key that arrives by another way too is not made one with what this one brings.
    class Relationship < Element
      side :logical
      listed adding: true
      field :from_id, :reference, to: :entity, gone: :remove
      field :to_id, :reference, to: :entity, gone: :remove
      field :phrase, :name, label: "Verb phrase", verb: true
      field :inverse_phrase, :name, label: "Verb phrase, the other way", verb: true
      field :from_least, :integer, default: 1, range: 0..1000
      field :from_most, :integer, default: 1, range: 1..1000
      field :to_least, :integer, default: 0, range: 0..1000
      field :to_most, :integer, range: 1..1000
      field :identifying, :flag
      field :role_name, :name
      field :separate, :flag, label: "Keep its key apart"
      field :on_delete, :choice, values: REFERENTIAL_ACTIONS, label: "When the parent is deleted"
      field :on_update, :choice, values: REFERENTIAL_ACTIONS, label: "When the parent's key changes"
      field :definition, :text
      field :position, :number, internal: true

      # "Vessel make Sailing"
      def label(model)
        [ model[from_id]&.name, phrase, model[to_id]&.name ].reject { |part| part.to_s.empty? }.join(" ")
      end

      def card_ids(_model) = [ from_id, to_id ]
    end

    # One thing known of an entity, or of a many-to-many relationship. A domain gives it a type; what
    # is set here overrides the domain.
    class Attribute < Element
      within :entity, :relationship
      name_once_in :parent
      sought
      include Named
      field :domain_id, :reference, to: :domain
      include Typed
      field :mandatory, :flag
      field :surrogate, :flag, label: "Numbered by the database"
      field :definition, :text
      field :tag_ids, :references, to: :tag, label: "Tags"
      field :former_ids, :names, internal: true, compared: false # what it was before a transformation moved it
      field :position, :number, internal: true
    end

    # What tells one occurrence of an entity from another. Members are attributes of the entity or
    # composed ids of migrated ones; keys of identifying relationships join a primary one by themselves.
    class Identifier < Element
      within :entity
      listed adding: true
      field :name, :name
      field :primary, :flag
      field :member_ids, :references, to: :attribute, label: "Members"

      def label(model) = name.empty? ? Metamodel.names(member_ids, model) : name
    end

    # A stated functional dependency: who knows the determinant knows the dependents.
    class Dependency < Element
      within :entity
      field :determinant_ids, :references, to: :attribute, gone: :remove, label: "Determinant"
      field :dependent_ids, :references, to: :attribute, gone: :remove_empty, label: "Dependents"

      def label(model) = "#{Metamodel.names(determinant_ids, model)} decides #{Metamodel.names(dependent_ids, model)}"
    end

    # An entity's division into subtypes.
    class SubtypeGroup < Element
      within :entity
      listed
      field :name, :name
      field :subtype_ids, :references, to: :entity, label: "Subtypes"
      field :exclusive, :flag, default: true
      field :complete, :flag
      field :discriminator_id, :reference, to: :attribute

      def card_ids(_model) = [ parent_id, *subtype_ids ]
    end

    # Relationships of one entity of which an occurrence has one at most; mandatory: exactly one.
    class Arc < Element
      within :entity
      listed
      def self.title = "exclusive arc"
      field :name, :name
      field :relationship_ids, :references, to: :relationship, gone: :remove_empty, label: "Relationships"
      field :mandatory, :flag

      # "Ticket or Booked Vehicle"
      def label(model)
        return name unless name.empty?

        relationship_ids.filter_map { |id| model[id] }.map { |link|
          model[link.from_id == parent_id ? link.to_id : link.from_id]&.name
        }.compact.join(" or ")
      end
    end

    # A sentence that could not be read, kept where it was written until somebody mends it.
    class UnreadSentence < Element
      side :logical
      field :subject_area_id, :reference, to: :subject_area
      field :text, :text
      field :reason, :text
      field :position, :number, internal: true

      def label(_model) = Metamodel.quoted(text)
    end
  end
end
