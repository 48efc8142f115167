# frozen_string_literal: true

module Kelvath
  # The kinds of questions that are kept.
  module Metamodel
    # A question about all elements of a kind, kept to be asked again: which of them, in what scope, and under which
    # conditions. shown: columns of what it finds, keys of Sweeping::Subjects; empty for the usual ones. As a house rule
    # it says what is wrong with what it finds, how much that matters, and what would mend it: a change of Sweeping::
    # Changing, "" for none.
    class Sweep < Element
      JOINS = %w[all any].freeze
      side :house
      name_once_in :model
      listed
      sought
      standard
      field :name, :name
      field :of, :name, default: "attribute", label: "Kind"
      field :join, :choice, values: JOINS, label: "Conditions that must hold"
      field :also, :names, label: "Further kinds"
      field :place_id, :reference, to: %i[subject_area design diagram], label: "Within"
      field :stage, :choice, values: [ "", "concept", "logical", "physical" ]
      field :chosen_ids, :references, to: %i[entity table], label: "Among what was selected"
      field :shown, :names, label: "Columns"
      field :rule, :flag, label: "House rule"
      field :says, :name, label: "What is wrong"
      field :weight, :choice, values: %w[should must may], label: "It"
      field :mend_key, :name, label: "What mends it"
      field :mend_way, :name
      field :mend_text, :text
      field :mend_by, :text
      field :position, :number, internal: true, compared: false
    end

    # A question in SQL about the model, kept to be asked again.
    class Question < Element
      side :house
      name_once_in :model
      sought
      standard
      field :name, :name
      field :sql, :text, label: "SQL"
      field :position, :number, internal: true, compared: false
    end

    # One condition of a sweep, or a group that others stand within. join: of a group, which of its conditions must
    # hold; "" for a single one. subject: a key of Sweeping::Subjects; other: such a key, in place of a value.
    class Condition < Element
      OPERATORS = [ "is", "begins with", "ends with", "contains", "fits the pattern", "is one of", "is greater than",
                    "is less than", "is empty", "is the same as" ].freeze
      within :sweep, :condition
      standard
      field :join, :choice, values: [ "", *Sweep::JOINS ]
      field :subject, :name
      field :operator, :choice, values: OPERATORS
      field :value, :text
      field :other, :name
      field :negated, :flag, label: "Not"
      field :position, :number, internal: true

      def group? = join != ""
      def label(_model) = group? ? "#{join} of a group" : [ subject, operator, value ].reject(&:empty?).join(" ")
    end
  end
end
