# frozen_string_literal: true

module Kelvath
  module Prose
    # The entities of a draft by their names, in the singular and the plural, whatever the case; for one reading,
    # in which entities come but are not renamed.
    class EntityNames
      # draft: a Draft that the reading writes into.
      def initialize(draft)
        @draft = draft
        @ids = {}
        draft.model.all(:entity).each { |entity| add(entity) }
      end

      # Makes a new entity known. Answers it.
      def add(entity)
        @ids[fold(entity.name)] ||= entity.id
        @plurals[fold(wording.plural(entity.name))] ||= entity.id if @plurals
        entity
      end

      # The entity of that name, or nil.
      def find(name) = @draft.model[@ids[fold(name)]]

      # The entity whose name in the plural that is, or nil.
      def by_plural(name) = @draft.model[plurals[fold(name)]] || find(wording.singular(name))

      # The list of plurals has changed.
      def forget_plurals = @plurals = nil

      private

      def wording = Logical::Wording.of(@draft.model)
      def fold(name) = name.strip.downcase(:fold)

      def plurals
        @plurals ||= @draft.model.all(:entity).each_with_object({}) do |entity, found|
          found[fold(wording.plural(entity.name))] ||= entity.id
        end
      end
    end
  end
end
