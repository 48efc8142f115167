# frozen_string_literal: true

module Kelvath
  module Logical
    # What a typed line makes: a sentence makes or corrects a relationship (and entities it names
    # that are not there yet); anything else is the name of a new entity.
    class QuickLine
      # The ids that the line made or found, beside the change itself.
      Outcome = Struct.new(:change_set, :entity_ids, :relationship_id, keyword_init: true)

      # place: { diagram id => [x, y] } where a new entity is to stand; others find a free spot.
      # Raises UnreadableSentence or InvalidValue.
      def self.read(model, text, ids:, place: {}) = new(model, ids, place).read(text)

      def initialize(model, ids, place)
        @draft = Draft.new(model, ids:)
        @place = place
      end

      def read(text)
        if SentenceParser.sentence?(text)
          read_sentence(SentenceParser.parse(text))
        else
          entity = Editing::Entities.add(@draft, text, place: @place)
          Outcome.new(change_set: @draft.change_set, entity_ids: [ entity.id ])
        end
      end

      private

      def read_sentence(reading)
        subject = entity(reading.subject, singular: true)
        object = entity(reading.object, singular: reading.singular)
        relationship = correct(reading, subject, object) || relate(reading, subject, object)
        Outcome.new(change_set: @draft.change_set, entity_ids: [ subject.id, object.id ], relationship_id: relationship.id)
      end

      # The entity of that name, in singular or plural; a new one if there is none.
      def entity(name, singular:)
        find(name) || (!singular && find(Inflection.singular(name))) ||
          Editing::Entities.add(@draft, title(singular ? name : Inflection.singular(name)), place: @place)
      end

      def find(name) = @draft.model.all(:entity).find { |entity| entity.name.casecmp?(name) }
      def title(name) = name.sub(/\A[[:lower:]]/, &:upcase)

      # A relationship that reads like this, or whose other reading is still without a verb.
      def correct(reading, subject, object)
        known, side = same_phrase(reading, subject, object) || blank_phrase(subject, object)
        return unless known

        phrase_field = side == :to ? :phrase : :inverse_phrase
        @draft.set(known.id, phrase_field => reading.phrase, "#{side}_least": reading.least, "#{side}_most": reading.most)
      end

      def same_phrase(reading, subject, object)
        directions(subject, object).find { |known, side| known[side == :to ? :phrase : :inverse_phrase].casecmp?(reading.phrase) }
      end

      def blank_phrase(subject, object)
        directions(subject, object).reverse.find { |known, side| known[side == :to ? :phrase : :inverse_phrase].empty? }
      end

      # [relationship, side of the object] for each relationship between the two, both ways.
      def directions(subject, object)
        @draft.model.all(:relationship).flat_map do |known|
          [ ([ known, :to ] if known.from_id == subject.id && known.to_id == object.id),
            ([ known, :from ] if known.to_id == subject.id && known.from_id == object.id) ].compact
        end
      end

      # What a sentence does not say about the subject's end: exactly one, or many if the object is one.
      def relate(reading, subject, object)
        many = reading.most == 1
        @draft.add(:relationship, from_id: subject.id, to_id: object.id, phrase: reading.phrase, to_least: reading.least,
                   to_most: reading.most, from_least: many ? 0 : 1, from_most: many ? nil : 1)
      end
    end
  end
end
