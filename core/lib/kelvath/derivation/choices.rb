# frozen_string_literal: true

module Kelvath
  module Derivation
    # What a person chooses about how a design is derived; kept with the design, and changed at any time: deriving again
    # then brings what follows from it.
    class Choices
      # name: as it is kept; label: as people read it; values: { value => what it means }, the usual one first; nil for
      # text. explanation: one line; each: the kind of elements of which each can be chosen for, one "id value" in a
      # line.
      Choice = Struct.new(:name, :label, :values, :explanation, :each, keyword_init: true)

      ALL = [
        Choice.new(name: "numbered keys", label: "Numbered keys",
                   explanation: "Which tables get a number as their primary key; what identified them is unique then.",
                   values: { "none else" => "only what has no identifier",
                             "composed" => "also what is identified by several things together",
                             "not a number" => "also what is identified by anything but one number",
                             "all" => "every one" }),
        Choice.new(name: "subtypes", label: "Subtypes", each: :subtype_group,
                   explanation: "What a division into subtypes becomes.",
                   values: { "each" => "a table for each, which share their key",
                             "one table" => "one table for all, with a column that tells them apart",
                             "leaves" => "a table for each subtype only" }),
        Choice.new(name: "indexes", label: "Indexes", explanation: "What looks children up by their parent.",
                   values: { "foreign keys" => "on the columns of each foreign key", "none" => "none" }),
        Choice.new(name: "comments", label: "Comments",
                   explanation: "What the database says of its tables and columns.",
                   values: { "definitions" => "the definitions of the logical side", "none" => "none" }),
        Choice.new(name: "allowed values", label: "Allowed values and ranges",
                   explanation: "What keeps other values out.",
                   values: { "checks" => "a check on each column",
                             "lookup tables" => "a table of the values of each domain, and foreign keys to it",
                             "enumerated types" => "the platform's enumerated type",
                             "none" => "nothing" }),
        Choice.new(name: "arcs", label: "Exclusive arcs",
                   explanation: "Relationships of which a row has one at most.",
                   values: { "checks" => "a check on the columns of their foreign keys", "none" => "nothing" }),
        Choice.new(name: "order", label: "Order of columns", explanation: "In every table.",
                   values: { "as modelled" => "the key, then the others as they are modelled",
                             "foreign keys first" => "the key, foreign keys, then the others",
                             "mandatory first" => "the key, what is mandatory, then the others",
                             "by name" => "the key, then the others by name" }),
        Choice.new(name: "schemas", label: "Schemas", explanation: "Where tables stand.",
                   values: { "none" => "all in the one that a connection begins with",
                             "subject areas" => "a schema for each subject area" }),
        Choice.new(name: "columns", label: "Columns that every table gets",
                   explanation: "One in a line: “Created At: Moment, mandatory” with a domain or logical type, or as " \
                                "the platform writes it: created_at timestamp not null"),
        Choice.new(name: "left out", label: "Entities that are left out", explanation: "They get no table here.")
      ].to_h { |choice| [ choice.name, choice ] }.freeze

      # The Choices of a Design element.
      def self.of(design) = new(design.choices)

      # What the model's header says of every new design, as choices are kept.
      def self.of_house(model) = { "columns" => model.header.house_columns }.reject { |_, text| text.empty? }

      # ChangeSet that keeps what was chosen. given: { name => text }; left_out: ids of entities. Raises InvalidValue
      # for what is no choice, or no column.
      def self.change(model, design_id, given, left_out: [])
        design = model.fetch(design_id, :design)
        chosen = given.to_h do |name, value|
          [ name, value.is_a?(Hash) ? read_each(name, value, model) : read(name, value) ]
        end
        chosen["left out"] = left_out.select { |id| model.of_kind(id, :entity) }.sort.join(" ")
        usual = new({})
        kept = chosen.reject { |name, value| value == usual[name] }
        new(kept).columns(model, design) # refuses what is no column
        ChangeSet.set(design, choices: kept)
      end

      # What was typed or picked, as it is kept. Raises InvalidValue.
      def self.read(name, text)
        choice = ALL[name] or raise InvalidValue.new("There is no choice “#{name}”.", field: :choices, value: text)
        text = text.to_s
        return text.lines.map(&:strip).reject(&:empty?).join("\n") if choice.values.nil?
        return text if choice.values.key?(text)

        raise InvalidValue.new("#{choice.label} can be #{choice.values.keys.join(' or ')}, not “#{text}”.",
                               field: :choices, value: text)
      end

      # { id => value } as it is kept. What is as usual, and what is gone, is left out.
      def self.read_each(name, values, model)
        choice = ALL[name]
        raise InvalidValue.new("There is no choice “#{name}”.", field: :choices, value: name) unless choice&.each

        values.select { |id, _| model.of_kind(id, choice.each) }
              .filter_map { |id, text| "#{id} #{text}" unless read(name, text) == choice.values.keys.first }
              .sort.join("\n")
      end

      # The values of a choice that a platform can follow: { value => what it means }
      def self.values(choice, platform)
        lists = platform.enumerated_type([ "" ]) || platform.supports?(:enumerations)
        lists ? choice.values : choice.values&.except("enumerated types")
      end

      def initialize(chosen)
        @chosen = chosen
        @said = {}
      end

      # What was chosen, or is usual.
      def [](name)
        @said[name] ||= @chosen.fetch(name) do
          choice = ALL.fetch(name)
          choice.each ? "" : choice.values&.keys&.first.to_s
        end
      end

      # What each choice says, as derivation asks it. subtypes: { id => value }, of what is not as usual.
      def subtypes = self["subtypes"].lines.to_h { |line| line.strip.split(" ", 2) }
      def numbering = self["numbered keys"]
      def arcs? = self["arcs"] == "checks"
      def lookups? = self["allowed values"] == "lookup tables"
      def enumerated? = self["allowed values"] == "enumerated types"
      def indexes? = self["indexes"] != "none"
      def comments? = self["comments"] != "none"
      def checks? = self["allowed values"] != "none"
      def schemas? = self["schemas"] == "subject areas"

      # Ids of entities that get no table, a Set.
      def left_out = @left_out ||= self["left out"].split.to_set

      # The columns that every table gets, one by one. Each is a HouseColumns value. Raises InvalidValue.
      def columns(model, design) = HouseColumns.read(self["columns"], model, design)
    end
  end
end
