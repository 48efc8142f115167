# frozen_string_literal: true

require "kelvath"
require_relative "hollin_sound_ferries/content"

module Demo
  # The model of Hollin Sound Ferries, a made-up company, built the way a person would: domains,
  # entities, sentences for the relationships, attributes.
  class HollinSoundFerries
    include Content

    TITLE = "Hollin Sound Ferries"

    # The change that fills an empty model.
    def self.change_set(ids:) = new(ids).change_set

    def initialize(ids)
      @draft = Kelvath::Draft.new(Kelvath::Model::EMPTY, ids:)
      @entities = {}
    end

    def change_set
      @draft.add(:header, name: TITLE, definition: "What a ferry company that serves seven islands keeps data about.")
      add_domains
      add_entities
      RELATIONSHIPS.each { |line, options| add_relationship(line, **options) }
      add_subtypes
      { "Concept" => "concept", "Logical" => "logical" }.each { |name, stage| add_diagram(name, stage) }
      PICTURES.each { |name, (area, values)| add_picture(name, area, **values) }
      @draft.change_set
    end

    private

    def add_domains
      @domains = DOMAINS.to_h do |name, (type, definition, values)|
        domain = @draft.add(:domain, name:, definition:, **typed(type))
        values.to_a.each_with_index do |value, index|
          @draft.add(:allowed_value, parent_id: domain.id, value:, position: index + 1.0)
        end
        [ name, domain ]
      end
    end

    def typed(text) = Kelvath::Editing::Attributes.type_values(@draft.model, text).except(:domain_id)

    def add_entities
      ENTITIES.each_with_index do |(area_name, entities), index|
        area = @draft.add(:subject_area, name: area_name, colour: AREA_COLOURS[area_name], position: index + 1.0)
        entities.each { |name, (definition, *attributes)| add_entity(name, definition, area, attributes) }
      end
    end

    def add_entity(name, definition, area, attributes)
      entity = @draft.add(:entity, name:, definition:, subject_area_id: area.id)
      @entities[name] = entity
      attributes.each { |line| add_attribute(entity, line) }
    end

    # "Call Sign  text(10) !  @": ! mandatory, * in the identifier, @ an alternate identifier by itself.
    def add_attribute(entity, line)
      name, type, marks = line.split(/\s*:\s*/, 3)
      attribute = Kelvath::Editing::Attributes.add(@draft, entity.id, name, identifier: marks.to_s.include?("*"),
                                                   mandatory: marks.to_s.match?(/[!*@]/),
                                                   **Kelvath::Editing::Attributes.type_values(@draft.model, type))
      if marks.to_s.include?("@")
        @draft.add(:identifier, parent_id: entity.id, name: "By #{name.downcase}", member_ids: [ attribute.id ])
      end
    end

    def add_relationship(sentences, **options)
      there, back = sentences.split(/(?<=\.)\s+/).map { |text| Kelvath::Logical::SentenceParser.parse(text) }
      from, to = entity(there.subject), entity(back.subject)
      @draft.add(:relationship, from_id: from.id, to_id: to.id, phrase: there.phrase, inverse_phrase: back.phrase,
                                to_least: there.least,
                                to_most: there.most, from_least: back.least, from_most: back.most, **options)
    end

    def entity(name) = @entities.fetch(name)

    def add_subtypes
      SUBTYPES.each do |name, (parent, subtypes, options)|
        @draft.add(:subtype_group, name:, parent_id: entity(parent).id,
                   subtype_ids: subtypes.map { |subtype| entity(subtype).id }, **options)
      end
    end

    # A diagram of one subject area in one of the notations.
    def add_picture(name, area_name, layout: "down", **values)
      area = @draft.model.all(:subject_area).find { |each| each.name == area_name }
      elements = @draft.model.all(:entity).select { |entity| entity.subject_area_id == area.id }
      diagram = @draft.add(:diagram, name:, subject_area_id: area.id, author: "Data office", dated: "2026-03-01",
                           legend: true, title_block: true, position: 10.0, **values)
      elements.each { |entity| Kelvath::Editing::Diagrams.put(@draft, diagram, entity) }
      Kelvath::Editing::Diagrams.lay_out(@draft, diagram.id, key: layout)
    end

    def add_diagram(name, stage)
      Kelvath::Editing::Diagrams.make(@draft, name:, stage:, elements: @draft.model.all(:entity))
    end
  end
end
