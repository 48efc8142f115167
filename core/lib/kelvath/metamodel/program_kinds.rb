# frozen_string_literal: true

module Kelvath
  # The kinds of a design that run, count or allow.
  module Metamodel
    # A type of its own that takes the texts it lists, and no others; columns have it by its name.
    class Enumeration < Element
      within :design
      name_once_in :parent, :schema_id
      listed adding: true
      sought
      include InSchema
      def self.title = "enumerated type"
      field :name, :name
      field :schema_id, :reference, to: :schema, compared: false
      field :value_texts, :names, label: "Values, in their order"
      field :comment, :text
      field :source_id, :name, internal: true, compared: false
      field :position, :number, internal: true, compared: false
    end

    # A generator of numbers apart from any column (SQL:2016, 4.24). Empty fields say what the platform does anyway.
    class Sequence < Element
      within :design
      name_once_in :parent, :schema_id
      listed adding: true
      sought
      include InSchema
      field :name, :name
      field :schema_id, :reference, to: :schema, compared: false
      field :first, :integer, label: "Begins with"
      field :step, :integer, label: "Goes on by"
      field :least, :integer, label: "Least number"
      field :most, :integer, label: "Greatest number"
      field :cycles, :flag, label: "Begins again at its end"
      field :comment, :text
      field :position, :number, internal: true, compared: false
    end

    # A function or procedure: its whole statement in the platform's SQL, kept as text.
    class Routine < Element
      within :design
      listed adding: true
      sought
      include InSchema
      field :name, :name
      field :schema_id, :reference, to: :schema, compared: false
      field :text, :text, label: "Its statement"
      field :position, :number, internal: true, compared: false
    end

    # What runs when rows of a table are written: its whole statement, kept as text.
    class Trigger < Element
      within :table, :partition
      listed
      field :name, :name
      field :text, :text, label: "Its statement"
      field :position, :number, internal: true, compared: false
    end

    # What a person wrote into the script of a design. subject: the id of what it stands before or after, which may be
    # gone; "" for the whole script; place: instead of what it says.
    class ScriptPiece < Element
      within :design
      listed
      def self.title = "piece of the script"
      field :subject, :name, internal: true
      field :place, :choice, values: %w[before after instead]
      field :text, :text

      def name = ""
      def label(model) = "#{place == 'instead' ? 'in place of' : place} #{model[subject]&.name || 'everything'}"
    end

    # What a person said when a script that alters asked (Altering::Questions). about: "vessel.length", as
    # Altering.about has it; question: what was asked.
    class Answer < Element
      within :design
      def self.title = "answer for an alteration"
      field :about, :name, internal: true
      field :question, :choice, values: [ "value", "value back", "former", "from", "along", "lost" ], internal: true
      field :text, :text

      def name = ""
      def label(_model) = about
    end

    # Kinds within a design that are beside what a database has.
    BESIDE = %i[decision script_piece answer].freeze

    # Somebody, or a group, that has rights.
    class Role < Element
      within :design
      name_once_in :parent
      listed adding: true
      sought
      field :name, :name
      field :position, :number, internal: true, compared: false
    end

    # Rights of a role on one thing of the design.
    class Grant < Element
      within :role
      listed
      field :privileges, :names, label: "Rights"
      field :on_id, :reference, to: %i[table partition view sequence schema routine], gone: :remove, label: "On"
      field :passes_on, :flag, label: "May pass them on"
      field :position, :number, internal: true, compared: false

      ORDER = %w[select insert update delete truncate references trigger usage create execute].freeze

      # Rights as they are listed, whatever order they were given in. kind: of what they are on; with routines there is
      # one thing to do.
      def self.in_order(privileges, kind)
        return %w[execute] if kind == :routine && privileges.include?("all")

        privileges.uniq.sort_by { |each| [ ORDER.index(each) || ORDER.size, each ] }
      end

      def name = ""

      # "select, insert on vessel"
      def label(model) = "#{privileges.join(', ')} on #{model[on_id]&.label(model)}"
    end
  end
end
