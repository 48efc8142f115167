# frozen_string_literal: true

require_relative "model/parts"

module Kelvath
  # An immutable graph of elements, indexed by id, kind, parent and reference. Changing it gives a
  # new Model; the two share everything the change did not touch.
  class Model
    include Parts

    NO_IDS = {}.freeze
    NONE = [].freeze

    # The model that holds just these elements; parts: those that are not among them (Parts#without).
    def self.of(elements, parts: {}) = EMPTY.updated(put: elements, drop: []).without(parts)

    # Used by .of and #updated; the four indexes must agree.
    def initialize(elements, by_kind, by_parent, by_reference)
      @elements = elements
      @by_kind = by_kind
      @by_parent = by_parent
      @by_reference = by_reference
      @all = {}
      @children = {}
      @memo = {}
      @memo_of = {}
      @steps = []
    end

    # The element of that id; kinds: what it may be. Raises NotFound.
    def fetch(id, *kinds)
      found = self[id] || raise(NotFound, "There is no element #{id} in this model; it may have been removed.")
      return found if kinds.empty? || kinds.include?(found.kind)

      raise NotFound,
            "#{id} is a #{found.class.title}, not a #{kinds.map { |kind| Metamodel.fetch(kind).title }.join(' or ')}."
    end

    # The element of that id if it is of one of these kinds, or nil.
    def of_kind(id, *kinds) = self[id]&.then { |found| found if kinds.include?(found.kind) }

    # The element of that id, or nil.
    def [](id) = @elements[id] || (found_elsewhere(id) if @absent)

    # Is there an element of that id? How many are there?
    def key?(id) = @elements.key?(id) || (@absent ? !found_elsewhere(id).nil? : false)

    # How many elements it has.
    def size = elements.size

    # How many elements it holds in memory.
    def weight = @elements.size

    # { id => element } of all there are.
    def elements
      load_all
      @elements
    end

    # All elements of a kind, in order of id.
    def all(kind) = @all[kind] ||= sorted(ids_of(kind).map { |id| @elements[id] })

    # Ids of all elements of a kind, in no order.
    def ids_of(kind)
      load_all if @absent && SPREAD.include?(kind)
      @by_kind.fetch(kind, NO_IDS).keys
    end

    # The elements of a kind within a parent, by their position, then id.
    def children(parent_id, kind) = (@children[parent_id] ||= family(parent_id)).fetch(kind, NONE)

    # Ids of everything directly within a parent.
    def child_ids(parent_id)
      load_within(parent_id) if @absent
      @by_parent.fetch(parent_id, NO_IDS).keys
    end

    # Does nothing stand within it?
    def leaf?(id)
      load_within(id) if @absent
      !@by_parent.key?(id)
    end

    # Ids of the elements that refer to that one. Only those of its own part do, with few exceptions.
    def referrer_ids(id)
      load_all if @absent && REFERRED.include?(self[id]&.kind)
      @by_reference.fetch(id, NO_IDS).keys
    end

    # The elements of a kind that refer to that one, in order of id.
    def referrers(id, kind)
      referrer_ids(id).map { |other| @elements[other] }.select { |other| other.kind == kind }.sort_by(&:id)
    end

    # The element's ancestors, nearest first; of a file that is damaged they may run in a circle.
    def ancestors(element)
      found = []
      while element&.parent_id
        element = self[element.parent_id]
        break if element.nil? || found.include?(element)

        found << element
      end
      found
    end

    # The one header, or an unsaved empty one.
    def header = all(:header).first || Metamodel::Header.new(id: "header")

    # Keeps what a block computes for as long as this model lives: for rules asked many times.
    def memo(key) = @memo.fetch(key) { @memo[key] = yield }

    # The same for what depends on some kinds alone: later models keep it until one of these changes.
    def memo_of(key, kinds)
      @memo_of.fetch(key) { @memo_of[key] = [ kinds, yield ] }.last
    end

    # The part of this model whose kinds are named.
    def only(kinds)
      Model.of((kinds.any? { |kind| SPREAD.include?(kind) } ? elements : @elements).each_value.select do |element|
        kinds.include?(element.kind)
      end)
    end

    def ==(other) = other.is_a?(Model) && other.elements == elements

    # A copy that changes in place, for a change of many steps.
    def workspace
      indexes, left = copy
      Workspace.new(indexes, @all, @children, @memo_of).without(left)
    end

    # A new model with elements put in (added or replaced) and others, by id, dropped.
    def updated(put:, drop:)
      load_for_change(put, drop)
      draft, left = copy
      drop.each { |id| draft.drop(id) }
      put.each { |element| draft.put(element) }
      changed = put + drop.filter_map { |id| @elements[id] } + put.filter_map { |element| @elements[element.id] }
      Model.new(*draft.all).inherit(self, @all, @children, @memo_of, changed).without(left)
    end

    STEPS_KNOWN = 200 # how many steps back a model knows what was changed
    FEW = 1_000 # elements of a step that is worth remembering

    # The elements in which this model differs from one it was made of in a few small steps, all versions of
    # each; nil for any other model. (Object ids are never used twice, and keep nothing alive.)
    def changed_from(older)
      return NONE if equal?(older)

      from = @steps.index { |made_of, _| made_of == older.object_id }
      @steps.drop(from).flat_map(&:last).uniq(&:object_id) if from
    end

    # Takes over the sorted lists of an older model, but for the kinds and parents of what has changed.
    def inherit(older, all, children, memo_of, changed)
      @steps = changed.size > FEW ? [] : [ *older.steps.last(STEPS_KNOWN - 1), [ older.object_id, changed ] ]
      kinds = changed.map(&:kind).uniq
      @all = all.except(*kinds)
      @children = children.except(*changed.map(&:parent_id).uniq)
      @memo_of = memo_of.reject { |_, (depends, _)| (depends & kinds).any? }
      self
    end

    protected

    attr_reader :steps # [[object id of the older model, [element, …]], …], the last step last

    private

    # All children of a parent by kind, sorted: who asks for one kind soon asks for the next.
    def family(parent_id)
      load_within(parent_id) if @absent
      @by_parent.fetch(parent_id, NO_IDS).keys.map { |id| @elements[id] }.group_by(&:kind).transform_values do |list|
        sorted(list)
      end
    end

    def found_elsewhere(id)
      load_all unless id.nil? || id == ""
      @elements[id]
    end

    # From so many elements on it pays to sort by position first, then those of one position by id: numbers and texts
    # are compared by the list itself, arrays of the two by a call for each pair.
    LONG = 100

    def sorted(list)
      return list.freeze if list.size < 2

      if list.size < LONG || !list.first.class.fields.key?(:position)
        return list.sort_by { |element| rank(element) }.freeze
      end

      placed = list.group_by { |element| element.position.to_f }
      placed.keys.sort.flat_map { |position| placed.fetch(position).sort_by(&:id) }.freeze
    end

    # What an element is sorted by among its like.
    def rank(element) = element.class.fields.key?(:position) ? [ element.position.to_f, element.id ] : element.id

    EMPTY = new({}.freeze, {}, {}, {})
  end
end

require_relative "model/indexes"
require_relative "model/workspace"
