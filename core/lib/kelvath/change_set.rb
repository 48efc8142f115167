# frozen_string_literal: true

module Kelvath
  # A change as data: elements added, single fields updated, elements removed. It can be applied,
  # inverted, moved onto a model that has changed meanwhile, stored as JSON and described in words.
  class ChangeSet
    # One field of one element: what it was, what it becomes.
    Update = Struct.new(:id, :field, :before, :after, keyword_init: true)

    # The change that turns one model into another (both wholly loaded).
    def self.between(before, after)
      added, kept = after.elements.values.partition { |element| !before.key?(element.id) }
      removed = before.elements.values.reject { |element| after.key?(element.id) }
      updates = kept.flat_map { |element| updates_between(before[element.id], element) }
      new(additions: added, updates:, removals: removed)
    end

    # The change that sets fields of an element. seen: { field => value } that was there before, where that is not what
    # the element has by now; the journal then tells the clash.
    #
    #   ChangeSet.set(vessel, name: "Ship")
    def self.set(element, seen: {}, **fields)
      updates = fields.filter_map do |field, after|
        before = seen.fetch(field) { element[field] }
        Update.new(id: element.id, field:, before:, after:).freeze unless before == after && element[field] == after
      end
      new(updates:)
    end

    # The field updates between two versions of one element.
    def self.updates_between(old, new)
      return [] if old.equal?(new)

      (old.values.keys | new.values.keys).filter_map do |field|
        Update.new(id: old.id, field:, before: old[field], after: new[field]).freeze unless old[field] == new[field]
      end
    end

    # The inverse of #to_h, for what was committed once.
    def self.from_h(hash)
      new(additions: hash.fetch("add", []).map { |element| Metamodel.kept_element(Upgrading.element(element)) },
          updates: hash.fetch("set", []).map { |update| kept_update(*update) },
          removals: hash.fetch("remove", []).map { |element| Metamodel.kept_element(Upgrading.element(element)) })
    end

    def self.kept_update(id, field, before, after)
      before, after = [ before, after ].map { |value| Upgrading.value(field, value) }
      Update.new(id:, field: field.to_sym, before:, after:).freeze
    end
    private_class_method :kept_update

    attr_reader :additions, :updates, :removals

    # additions, removals: whole elements; updates: Update values.
    def initialize(additions: [], updates: [], removals: [])
      @additions = additions.freeze
      @updates = updates.freeze
      @removals = removals.freeze
      freeze
    end

    # Does it change nothing? And how many elements and fields does it touch?
    def empty? = additions.empty? && updates.empty? && removals.empty?

    # How many elements it adds, changes and removes.
    def size = additions.size + updates.size + removals.size

    # The model after this change. Raises NotFound if it does not fit the model at all.
    def apply(model)
      changed = updates.group_by(&:id).map do |id, list|
        model.fetch(id).with(**list.to_h { |update| [ update.field, update.after ] })
      end
      model.updated(put: additions + changed, drop: removals.map(&:id))
    end

    # The change that takes this one back.
    def inverse
      undone = updates.map do |update|
        Update.new(id: update.id, field: update.field, before: update.after, after: update.before).freeze
      end
      ChangeSet.new(additions: removals, updates: undone.reverse, removals: additions)
    end

    # This change, made to fit a model that has moved on. Only the same field of the same element
    # clashes, and something that is gone. Raises Conflict with every clash.
    #
    # strict: for taking back what was done; also refuses to remove what has been changed since.
    def rebase(model, strict: false) = Rebase.new(self, model, strict:).call

    # Both changes as one, this one first; for changes that touch different fields.
    def +(other)
      ChangeSet.new(additions: additions + other.additions, updates: updates + other.updates,
                    removals: removals + other.removals)
    end

    # Ids of all elements that are added, changed or removed.
    def touched_ids = (additions.map(&:id) + updates.map(&:id) + removals.map(&:id)).uniq

    # { "add" => [element, …], "set" => [[id, field, before, after], …], "remove" => [element, …] }, ready for JSON.
    def to_h
      { "add" => additions.map(&:to_h),
        "set" => updates.map { |update| [ update.id, update.field.to_s, update.before, update.after ] },
        "remove" => removals.map(&:to_h) }.reject { |_, list| list.empty? }
    end

    # What the change does, in words; before is the model it is applied to.
    def describe(before) = Describing.new(self, before).sentence

    def ==(other) = other.is_a?(ChangeSet) && to_h == other.to_h
  end
end

require_relative "change_set/rebase"
require_relative "change_set/folding"
