# frozen_string_literal: true

module Kelvath
  class ChangeSet
    # Many changes, one after the other, made one: it is applied once, and holds each field once however often it
    # was set.
    #
    #   Folding.of([renamed_to_ship, renamed_to_boat])  # => a ChangeSet that renames to Boat
    class Folding
      # The ChangeSet that does what the changes do in turn.
      def self.of(changes) = changes.each_with_object(new) { |change, folding| folding << change }.change_set

      def initialize
        @added = {} # { id => element as it is by now }
        @removed = {} # { id => element as it was before all of this }
        @set = {} # { id => { field => [before, after] } }
      end

      # A change is applied as Model#updated does it: what goes, goes first.
      def <<(change)
        change.removals.each { |element| remove(element) }
        change.additions.each { |element| @added[element.id] = element }
        change.updates.each { |update| set(update) }
        self
      end

      # What all of them came to, as one ChangeSet.
      def change_set
        updates = @set.flat_map do |id, fields|
          fields.filter_map do |field, (before, after)|
            Update.new(id:, field:, before:, after:).freeze unless before == after
          end
        end
        kept = @removed.keys.select { |id| @added[id] && @added[id] == @removed[id] }
        ChangeSet.new(additions: @added.except(*kept).values, updates:, removals: @removed.except(*kept).values)
      end

      private

      # What was added on the way was never there; of anything else it counts what it was at first.
      def remove(element)
        return if @added.delete(element.id)

        fields = @set.delete(element.id)
        @removed[element.id] = fields ? element.with(**fields.transform_values(&:first)) : element
      end

      def set(update)
        added = @added[update.id]
        return @added[update.id] = added.with(update.field => update.after) if added

        fields = (@set[update.id] ||= {})
        fields[update.field] = [ fields.fetch(update.field, [ update.before ]).first, update.after ]
      end
    end
  end
end
