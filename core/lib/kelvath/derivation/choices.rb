# frozen_string_literal: true

module Kelvath
  module Derivation
    # What a person chooses about how a design is derived; kept with the design, and changed at any time: deriving again
    # then brings what follows from it.
    class Choices
      # name: as it is kept; label: as people read it; values: { value => what it means }, the usual one first; nil for
      # text. explanation: one line.
      Choice = Struct.new(:name, :label, :values, :explanation, keyword_init: true)

      ALL = [
        Choice.new(name: "indexes", label: "Indexes", explanation: "What looks children up by their parent.",
                   values: { "foreign keys" => "on the columns of each foreign key", "none" => "none" }),
        Choice.new(name: "comments", label: "Comments",
                   explanation: "What the database says of its tables and columns.",
                   values: { "definitions" => "the definitions of the logical side", "none" => "none" }),
        Choice.new(name: "allowed values", label: "Allowed values and ranges",
                   explanation: "What keeps other values out.",
                   values: { "checks" => "a check on each column", "none" => "nothing" }),
        Choice.new(name: "schemas", label: "Schemas", explanation: "Where tables stand.",
                   values: { "none" => "all in the one that a connection begins with",
                             "subject areas" => "a schema for each subject area" }),
        Choice.new(name: "columns", label: "Columns that every table gets",
                   explanation: "One in a line: created_at timestamp not null default current_timestamp"),
        Choice.new(name: "left out", label: "Entities that are left out", explanation: "They get no table here.")
      ].to_h { |choice| [ choice.name, choice ] }.freeze

      # The Choices of a Design element.
      def self.of(design) = new(design.choices)

      # ChangeSet that keeps what was chosen. given: { name => text }; left_out: ids of entities. Raises InvalidValue
      # for what is no choice, or no column.
      def self.change(model, design_id, given, left_out: [])
        design = model.fetch(design_id, :design)
        chosen = given.to_h { |name, text| [ name, read(name, text.to_s) ] }
        chosen["left out"] = left_out.select { |id| model.of_kind(id, :entity) }.sort.join(" ")
        usual = new({})
        kept = chosen.reject { |name, value| value == usual[name] }
        new(kept).columns(model, design) # refuses what is no column
        ChangeSet.set(design, choices: kept)
      end

      def self.read(name, text)
        choice = ALL[name] or raise InvalidValue.new("There is no choice “#{name}”.", field: :choices, value: text)
        return text.lines.map(&:strip).reject(&:empty?).join("\n") if choice.values.nil?
        return text if choice.values.key?(text)

        raise InvalidValue.new("#{choice.label} can be #{choice.values.keys.join(' or ')}, not “#{text}”.",
                               field: :choices, value: text)
      end

      def initialize(chosen)
        @chosen = chosen
      end

      # What was chosen, or is usual.
      def [](name) = @chosen.fetch(name) { ALL.fetch(name).values&.keys&.first || "" }

      def indexes? = self["indexes"] != "none"
      def comments? = self["comments"] != "none"
      def checks? = self["allowed values"] != "none"
      def schemas? = self["schemas"] == "subject areas"
      def left_out = @left_out ||= self["left out"].split.to_set

      # The Columns that every table gets, as values: [{ name:, native_type:, … }, …]. Raises InvalidValue.
      def columns(model, design)
        return [] if self["columns"].empty?

        draft = Draft.new(Model.of([ design.with(choices: {}) ]), ids: Scratch.new)
        table = Editing::Tables.add(draft, design.id, "table")
        self["columns"].lines.map do |line|
          Editing::Tables.add_column(draft, table.id, line.strip).values.except(:position)
        end
      end

      # Ids that last no longer than a draft.
      class Scratch
        def next = "SCRATCH#{@last = @last.to_i + 1}"
      end
      private_constant :Scratch
    end
  end
end
