# frozen_string_literal: true

module Kelvath
  module Prose
    # What a typed line makes: a sentence says something of the model (entities it names that are not
    # there yet are made); anything else is the name of a new entity.
    module QuickLine
      module_function

      # Answers a Reader::Outcome. place: { diagram id => [x, y] } where a new entity is to
      # stand; others find a free spot. What is named and there already comes onto those diagrams, too. Raises
      # UnreadableSentence or InvalidValue.
      def read(model, text, ids:, place: {})
        text = Metamodel::ValueCheck.plain(text)
        draft = Draft.new(model, ids:)
        outcome = sentence?(text) ? Reader.new(model, ids:, place:, draft:).read_one(text) : named(draft, text, place)
        place.each { |diagram_id, at| bring(draft, diagram_id, outcome.entity_ids, at) }
        outcome.change_set = draft.change_set
        outcome
      end

      # An entity of that name: one that is there but not on the diagrams, or a new one.
      def named(draft, text, place)
        known = draft.model.all(:entity).find { |entity| entity.name.casecmp?(text.strip) }
        shown = draft.model.referrers(known.id, :diagram_node).map(&:parent_id) if known
        known = nil if known && (place.keys - shown).empty?
        Reader::Outcome.new(unread: [], entity_ids: [ (known || Editing::Entities.add(draft, text, place:)).id ])
      end

      # Cards of entities that a diagram does not show yet, the first of them at a place.
      def bring(draft, diagram_id, entity_ids, at)
        shown = draft.model.children(diagram_id, :diagram_node).map(&:element_id)
        fresh, here = entity_ids.partition { |id| !shown.include?(id) }
        return if fresh.empty?

        if here.empty?
          Editing::Diagrams.put(draft, draft.model.fetch(diagram_id), draft.model.fetch(fresh.first), at:)
          here = [ fresh.shift ]
        end
        Editing::Diagrams.show(draft, diagram_id, fresh, near: here.first)
      end

      # What ends as a sentence or says "may" is none of the names that people give; read wrongly or mistyped, it is
      # refused rather than made an entity.
      def sentence?(text)
        Grammar.sentence?(text) || text.match?(/\A\S+\s+\S+\s.*\.\s*\z/m) || text.match?(/\S\s+(?:may|must)\s+\S/i)
      end

      private_class_method :named, :bring, :sentence?
    end
  end
end
