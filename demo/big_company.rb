# frozen_string_literal: true

require "kelvath"

module Demo
  # Makes the ferry company with any number of entities, the same ones for the same seed: about
  # fifteen columns a table once derived, chains of identifying relationships, hubs and leaves.
  class BigCompany
    THINGS = %w[
      Vessel Harbour Berth Route Sailing Timetable Crew Watch Certificate Passenger Booking Vehicle Fare Ticket Tide
      Inspection Defect Order Fuel Item
    ].freeze
    ASPECTS = %w[Plan Record Log Detail Request Report Claim Check Count Entry Change Notice Review Estimate Allocation
                 Reading Transfer Approval Schedule Summary
                 Audit Permit Survey Charge Credit Refund Batch Line Stage Sample Warning Lease Tariff Quota Drill
                 Roster Pass Seal Hold Release].freeze
    WORDS = %w[Opened Closed Planned Actual Gross Net First Last Own Shared Total Daily Open Spare Signed].freeze
    VALUES = { "Reference" => "text(12)", "On" => "date", "At" => "timestamp", "Amount" => "decimal(9,2)",
               "Count" => "integer", "Note" => "long text",
               "Length" => "decimal(6,2)", "Flag" => "boolean", "Name" => "text(80)" }.freeze
    ATTRIBUTES = 11

    # The change that fills an empty model with that many entities.
    # diagram: how many of them to put on a concept and a logical diagram (0: none).
    def self.change_set(ids:, count: 1000, seed: 7, diagram: 0) = new(ids, count, Random.new(seed)).change_set(diagram)

    def initialize(ids, count, random)
      @ids = ids
      @count = count
      @random = random
      @elements = []
    end

    def change_set(diagram)
      draft = Kelvath::Draft.new(Kelvath::Model::EMPTY, ids: @ids)
      add(:header, name: "Hollin Sound Ferries, #{@count} entities")
      entities = Array.new(@count) { |number| add_entity(number) }
      entities.each_with_index { |entity, number| add_relationships(entities, entity, number) }
      draft.add_all(@elements)
      shown = entities.first(diagram)
      if diagram.positive?
        { "Concept" => "concept", "Logical" => "logical" }.each do |name, stage|
          Kelvath::Editing::Diagrams.make(draft, name:, stage:, elements: shown)
        end
      end

      draft.change_set
    end

    private

    def add(kind, **values)
      Kelvath::Metamodel.fetch(kind).new(id: @ids.next, **values).tap { |element| @elements << element }
    end

    def name(number)
      thing = THINGS[number % THINGS.size]
      aspect = ASPECTS[number / THINGS.size % ASPECTS.size]
      round = number / (THINGS.size * ASPECTS.size)
      "#{thing} #{aspect}#{" #{round + 1}" if round.positive?}"
    end

    def add_entity(number)
      entity = add(:entity, name: name(number), definition: "A #{name(number).downcase} kept by the company.")
      key = add(:attribute, parent_id: entity.id, name: "Number", type: "integer", mandatory: true, position: 1.0)
      add(:identifier, parent_id: entity.id, name: "Primary", primary: true, member_ids: [ key.id ])
      names = WORDS.product(VALUES.keys).sample(ATTRIBUTES, random: @random)
      names.each_with_index { |(word, value), index| add_value(entity, word, value, index) }
      entity
    end

    def add_value(entity, word, value, index)
      types = Kelvath::Editing::Attributes.type_values(Kelvath::Model::EMPTY, VALUES.fetch(value)).compact
      add(:attribute, parent_id: entity.id, name: "#{word} #{value}", mandatory: @random.rand < 0.5,
          position: index + 2.0, definition: "The #{word.downcase} #{value.downcase}.", **types)
    end

    # One or two parents among those made before, mostly near ones; every sixth identifies.
    def add_relationships(entities, entity, number)
      return if number.zero?

      parents = Array.new(1 + (@random.rand < 0.45 ? 1 : 0)) {
        entities[[ number - 1 - (@random.rand**2 * [ number, 60 ].min).floor, 0 ].max]
      }.uniq
      parents.each_with_index do |parent, index|
        add(:relationship, from_id: parent.id, to_id: entity.id, phrase: "have", inverse_phrase: "belong to",
                           to_most: nil,
                           from_least: @random.rand < 0.6 ? 1 : 0, identifying: index.zero? && (number % 6).zero?)
      end
    end
  end
end
