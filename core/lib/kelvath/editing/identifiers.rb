# frozen_string_literal: true

module Kelvath
  module Editing
    # Identifiers: any number of them, one of which may be the primary one.
    module Identifiers
      module_function

      # Adds an identifier over attributes that the entity has, own or migrated (by held id).
      def add(draft, entity_id, member_ids, name: "", primary: false)
        made = draft.add(:identifier, parent_id: entity_id, name:, member_ids:)
        promote(draft, made.id) if primary
        made
      end

      # Makes an identifier the primary one; the one that was becomes an alternate.
      def promote(draft, id)
        identifier = draft.model.fetch(id)
        draft.model.children(identifier.parent_id, :identifier).select(&:primary).each do |other|
          demote(draft, other.id)
        end
        draft.set(id, primary: true)
      end

      # The primary identifier becomes an alternate.
      def demote(draft, id)
        identifier = draft.model.fetch(id)
        name = identifier.name == "Primary" ? "" : identifier.name
        identifier.member_ids.empty? ? draft.remove(id) : draft.set(id, primary: false, name:)
      end

      private_class_method :add, :demote
    end
  end
end
