# frozen_string_literal: true

module Kelvath
  module Editing
    # Lines drawn between entities by hand.
    module Relating
      # Kinds of relationship by what a person calls them, from the parent's side.
      WAYS = {
        "many" => {}, "identifying" => { identifying: true }, "one" => { to_most: 1 }, "optional" => { from_least: 0 },
        "both" => { from_least: 0, from_most: nil }
      }.freeze

      module_function

      # ChangeSet of a relationship of a way between two entities. Raises UnknownName, NotFound.
      def relate(model, from_id, to_id, way, ids:)
        values = WAYS.fetch(way) { raise UnknownName, "A relationship is one of #{WAYS.keys.join(', ')}." }
        Editing.relate(model, from_id, to_id, ids:, **values)
      end

      # Makes an entity a subtype of another: in its first group of subtypes, or a fresh one. Raises NotFound, Error.
      def subtype(draft, entity_id, subtype_id, fresh: false)
        parent_id, subtype_id = [ entity_id, subtype_id ].map { |id| draft.model.fetch(id, :entity).id }
        raise Error, "An entity cannot be a subtype of itself." if parent_id == subtype_id

        group = draft.model.children(parent_id, :subtype_group).first unless fresh
        return draft.add(:subtype_group, parent_id:, subtype_ids: [ subtype_id ]) unless group

        draft.set(group.id, subtype_ids: group.subtype_ids | [ subtype_id ])
      end
    end
  end
end
