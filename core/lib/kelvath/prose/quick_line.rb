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
        return Reader.new(model, ids:, place:).read_one(text) if Grammar.sentence?(text)

        draft = Draft.new(model, ids:)
        entity = Editing::Entities.add(draft, text, place:)
        Reader::Outcome.new(change_set: draft.change_set, unread: [], entity_ids: [ entity.id ])
      end
    end
  end
end
