# frozen_string_literal: true

module Kelvath
  # The kinds of a naming standard. A lexicon and a rulebook are kept like models are: elements in a
  # journal, with versions that models follow.
  module Metamodel
    # A word or phrase of a lexicon. short_forms: the preferred one first. instead: what to say for a
    # forbidden one. context: words beside which a short form that others share means this one.
    class LexiconEntry < Element
      STATUSES = %w[proposed approved retired forbidden].freeze
      side :house
      name_once_in :model
      field :name, :name, label: "Word"
      field :short_forms, :names, label: "Short forms"
      field :plural, :name
      field :class_word, :flag, label: "Class word"
      field :domain_name, :name, label: "Domain it suggests"
      field :status, :choice, values: STATUSES, default: "approved"
      field :instead, :name, label: "Say instead"
      field :context, :names, label: "Said beside"
      field :definition, :text
      field :source, :name
    end

    # How the names of one kind of object are made. Those of the logical side (entity, attribute,
    # relationship, domain) say how names read in words; the others how they are written physically.
    class NameRule < Element
      side :house
      LOGICAL = %w[entity attribute relationship domain].freeze
      PATTERNED = %w[primary_key unique_key foreign_key index check].freeze
      OBJECTS = (LOGICAL + %w[table column] + PATTERNED + %w[view]).freeze
      CASES = [ "as written", "lower", "UPPER", "Capitalised", "Sentence", "camelCase", "PascalCase", "snake_case",
                "kebab-case" ].freeze

      field :of, :choice, values: OBJECTS, label: "Kind", internal: true
      field :case, :choice, values: CASES
      field :separator, :choice, values: [ "_", "-", ".", " ", "" ], label: "Between words"
      field :prefix, :name
      field :suffix, :name
      field :number, :choice, values: [ "as written", "singular", "plural" ]
      field :order, :choice, values: [ "as written", "class word last" ], label: "Word order"
      field :left_out, :names, label: "Words left out"
      field :begins_with, :names, label: "Must begin with one of"
      field :ends_with, :names, label: "Must end in one of"
      field :class_word, :flag, label: "Must end in a class word"
      field :characters, :choice, values: [ "any letter", "a to z" ]
      field :limit, :integer, range: 8..1000, label: "Longest name (bytes)"
      field :shortening, :choice, values: [ "never", "as needed", "always" ], label: "Short forms"
      field :vowels, :flag, label: "Drop vowels if still too long"
      field :cutting, :choice, values: %w[hash number], label: "If cut, ends in"
      field :reserved, :choice, values: %w[quoted underscored], label: "Reserved words are"
      field :owner_in_front, :choice, values: [ "never", "always", "when repeated", "for keys" ],
            label: "Table's name in front"
      field :migrated, :choice, values: [ "logical name", "source name", "role and source name",
                                          "table and source name" ], label: "Foreign-key columns are named by"
      field :pattern, :names, label: "Made of"

      # "names of primary keys"
      def label(_model) = "names of #{Inflection.plural(of.tr('_', ' '))}"
    end
  end
end
