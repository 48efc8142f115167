# frozen_string_literal: true

module Kelvath
  module Altering
    # What is on one side only, and what differs, by kinds.
    class Changes
      # fields: the names of the fields that differ, a Set.
      Change = Struct.new(:old, :new, :fields) do
        def id = new.id
      end

      attr_reader :start, :goal, :platform

      # start, goal: Models as Pairing makes them.
      def initialize(start, goal, platform, told:)
        @start = start
        @goal = goal
        @platform = platform
        @told = told
        @likeness = Likeness.new(platform, told:) { |id| (goal[id] || start[id])&.name }
        @design_id = start.all(:design).first.id
        look
      end

      # Elements of a kind that only the start, or only the goal, has.
      def removed(kind) = @removed.fetch(kind, Model::NONE)
      def added(kind) = @added.fetch(kind, Model::NONE)

      # The Changes of a kind; that of an element by its id, or nil.
      def changed(kind) = @changed.fetch(kind, Model::NONE)
      def change(id) = @by_id[id]

      # Is it on one side only?
      def removed?(id) = @start.key?(id) && !@goal.key?(id)
      def added?(id) = @goal.key?(id) && !@start.key?(id)

      # What the database does by itself to columns that are inherited.
      def heirs = @heirs ||= Heirs.new(self)

      # Is nothing to be done?
      def none? = [ @removed, @added, @changed ].all?(&:empty?)

      # How many elements differ.
      def size = [ @removed, @added, @changed ].sum { |kinds| kinds.each_value.sum(&:size) }

      private

      def look
        before, after = [ @start, @goal ].map { |model| parts(model) }
        @removed = before.each_value.reject { |each| after.key?(each.id) }.group_by(&:kind)
        @added = after.each_value.reject { |each| before.key?(each.id) }.group_by(&:kind)
        changes = after.each_value.filter_map { |each| compared(before[each.id], each) if before.key?(each.id) }
        @changed = changes.group_by { |each| each.new.kind }
        @by_id = changes.to_h { |each| [ each.id, each ] }
      end

      # A database tells roles by what they may do there, if at all: those that may do nothing it does not.
      def parts(model)
        found = Derivation::Again::Parts.of(model, @design_id)
        return found unless @told
        return found.reject { |_, each| Proof::RIGHTS.include?(each.kind) } unless @platform.supports?(:rights_told)

        found.reject { |_, each| each.kind == :role && model.leaf?(each.id) }
      end

      def compared(old, new)
        moved = new.kind == :partition && old.parent_id != new.parent_id
        return if old.values == new.values && !moved

        fields = @likeness.differences(old, new)
        fields << :parent_id if moved
        Change.new(old, new, fields) if fields.any?
      end
    end
  end
end
