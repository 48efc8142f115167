# frozen_string_literal: true

module Kelvath
  module Starters
    # The starters that ship with Kelvath, as plain lists.
    module Shipped
      # domain => [type, definition, further fields]
      COMMON = {
        "Code" => [ "text(10)", "A short code that people know by heart." ],
        "Name" => [ "text(60)", "What something is called." ],
        "Person Name" => [ "text(80)", "The name of a person as they write it." ],
        "Description" => [ "text(240)", "One or two sentences." ], "Note" => [ "long text", "Free text." ],
        "Money Amount" => [ "decimal(12,2)", "An amount in the company's currency." ],
        "Percentage" => [ "decimal(5,2)", "A share of a hundred.", { least_value: "0", most_value: "100", unit: "%" } ],
        "Quantity" => [ "integer", "A number of things.", { least_value: "0" } ],
        "Flag" => [ "boolean", "Yes or no." ], "Day" => [ "date", "A day of the calendar." ],
        "Moment" => [ "timestamp", "A day and a time." ]
      }.freeze
      WAREHOUSE = {
        "Surrogate Key" => [ "big integer", "A number without meaning that identifies a row." ],
        "Business Key" => [ "text(30)", "What the source system calls it." ],
        "Additive Measure" => [ "decimal(18,4)", "A number that may be summed over every dimension." ],
        "Valid From" => [ "timestamp", "When this version began to be true." ],
        "Valid To" => [ "timestamp", "When this version ceased to be true." ]
      }.freeze
      DOCUMENTS = {
        "Document Id" => [ "uuid", "What identifies a document everywhere." ],
        "Version Number" => [ "integer", "Counts the versions of a document.", { least_value: "1" } ],
        "Payload" => [ "json", "Part of a document whose form is not fixed." ]
      }.freeze
      ALL = {
        "plain" => {
          name: "Plain",
          definition: "A set of everyday domains, crow's foot lines, diagrams for the concept and the logical stage. " \
                      "Suits most systems.",
          notation: "crows_foot", platform: "postgresql", domains: COMMON,
          diagrams: [ [ "Concept", "concept", "" ], [ "Definitions", "concept", "definitions" ],
                      [ "Logical", "logical", "" ], [ "Physical", "physical", "" ] ]
        },
        "warehouse" => {
          name: "Warehouse",
          definition: "For facts and dimensions: surrogate keys and additive measures as domains, tags that tell " \
                      "facts from dimensions, load and source kept with every entity.",
          notation: "idef1x", platform: "postgresql", domains: COMMON.merge(WAREHOUSE),
          house_columns: "Loaded At: Moment, mandatory, default current_timestamp\nSource System: Name",
          tags: { "Fact" => "clay", "Dimension" => "sky", "Bridge" => "lilac" }, coloured_by: "tag",
          custom: [ [ "Source system", "entity", "text" ], [ "Loaded", "entity", "one of", %w[hourly nightly weekly] ],
                    [ "Grain", "entity", "text" ] ],
          diagrams: [ [ "Subjects", "concept", "definitions" ], [ "Stars", "logical", "" ],
                      [ "Physical", "physical", "" ] ],
          indexes_shown: true
        },
        "documents" => {
          name: "Documents",
          definition: "For stores that keep whole documents: how often each entity is read and written, and what is " \
                      "kept together, stand with the entities.",
          notation: "uml", platform: "postgresql", domains: COMMON.merge(DOCUMENTS),
          tags: { "Root" => "sage", "Embedded" => "straw", "Reference" => "slate" }, coloured_by: "tag",
          custom: [ [ "Reads per second", "entity", "number" ], [ "Writes per second", "entity", "number" ],
                    [ "Kept with", "entity", "text" ] ],
          diagrams: [ [ "Concept", "concept", "definitions" ], [ "Documents", "logical", "" ],
                      [ "Physical", "physical", "identifiers" ] ]
        }
      }.freeze

      module_function

      # A Starter from one of the lists. Its ids are made from its key, so that they are always the same.
      def build(key, name:, definition:, notation:, platform:, domains:, diagrams:, tags: {}, custom: [],
                coloured_by: "nothing", indexes_shown: false, house_columns: "")
        number = 0
        ids = Object.new.tap { |source| source.define_singleton_method(:next) { format("%s%05d", key, number += 1) } }
        draft = Draft.new(Model::EMPTY, ids:)
        draft.add(:header, name:, definition:, notation:, platform:, house_columns:)
        domains.each { |title, content| add_domain(draft, title, *content) }
        tags.each { |title, colour| draft.add(:tag, name: title, colour:) }
        custom.each_with_index do |(title, of, type, choices), index|
          draft.add(:custom_field, name: title, of:, type:, choices: choices.to_a, position: index + 1.0)
        end
        diagrams.each_with_index do |(title, stage, detail), index|
          draft.add(:diagram, name: title, stage:, detail:, notation:, coloured_by:, indexes_shown:,
                              position: index + 1.0)
        end
        Starter.new(key:, name:, definition:, elements: draft.model.elements.values)
      end

      def add_domain(draft, name, type, definition, further = {})
        draft.add(:domain, name:, definition:, **Editing::Attributes.type_values(Model::EMPTY, type).except(:domain_id),
                  **further)
      end

      private_class_method :add_domain
    end
  end
end
