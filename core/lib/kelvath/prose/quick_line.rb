# frozen_string_literal: true

module Kelvath
  module Prose
    # What a typed line makes: a sentence says something of the model (entities it names that are not
    # there yet are made); anything else is the name of a new entity.
    module QuickLine
      module_function

      # Answers a Reader::Outcome. place: { diagram id => [x, y] } where a new entity is to
      # stand; others find a free spot. Raises UnreadableSentence or InvalidValue.
      def read(model, text, ids:, place: {})
        text = Metamodel::ValueCheck.plain(text)
        return Reader.new(model, ids:, place:).read_one(text) if sentence?(text)

        draft = Draft.new(model, ids:)
        entity = Editing::Entities.add(draft, text, place:)
        Reader::Outcome.new(change_set: draft.change_set, unread: [], entity_ids: [ entity.id ])
      end

      # What ends as a sentence or says "may" is none of the names that people give; read wrongly or mistyped, it is
      # refused rather than made an entity.
      def sentence?(text)
        Grammar.sentence?(text) || text.match?(/\A\S+\s+\S+\s.*\.\s*\z/m) || text.match?(/\S\s+(?:may|must)\s+\S/i)
      end
    end
  end
end
