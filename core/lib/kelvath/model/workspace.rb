# frozen_string_literal: true

module Kelvath
  class Model
    # A model that a Draft changes in place: each step costs what it touches, not the size of the model. It
    # reads like any other model; whoever keeps it sees later steps.
    class Workspace < Model
      # indexes: open copies of the model's; then its sorted lists, and what it remembers.
      def initialize(indexes, all, children, memo_of)
        super(*indexes.all)
        @indexes = indexes
        @all = all.dup
        @children = children.dup
        @memo_of = memo_of.dup
      end

      # Adds an element, or puts it in the place of its older version.
      def put(element)
        load_for_change([ element ], NONE)
        old = @elements[element.id]
        @indexes.put(element)
        relist(old, element)
        element
      end

      MANY = 200 # elements from which on sorted lists are made anew rather than kept up

      # The same for many.
      def put_all(elements)
        return elements.each { |element| put(element) } if elements.size < MANY

        load_for_change(elements, NONE)
        olds = elements.filter_map { |element| @elements[element.id] }
        elements.each { |element| @indexes.put(element) }
        forget((elements + olds).map(&:kind).uniq, (elements + olds).map(&:parent_id).uniq)
      end

      # The model as it stands now, to be kept; nothing may be put or dropped here afterwards.
      def settled = Model.new(*@indexes.all).inherit(self, @all, @children, @memo_of, NONE).without(absent)

      # Takes an element out, by its id.
      def drop(id)
        old = self[id] or return
        @indexes.drop(id)
        relist(old, nil)
      end

      private

      def take_in(id, elements)
        elements.each { |element| @indexes.put(element) }
        forget(elements.map(&:kind).uniq, elements.map(&:parent_id).uniq)
        left = @absent.except(id)
        @absent = left.empty? ? nil : left
      end

      def forget(kinds, parent_ids)
        @memo.clear
        @memo_of.delete_if { |_, (depends, _)| (depends & kinds).any? }
        kinds.each { |kind| @all.delete(kind) }
        parent_ids.each { |id| @children.delete(id) }
      end

      # Sorted lists that somebody asked for are kept up; what was worked out is forgotten.
      def relist(old, element)
        kind = (old || element).kind
        @memo.clear
        @memo_of.delete_if { |_, (depends, _)| depends.include?(kind) } unless @memo_of.empty?
        @all[kind] = moved(@all[kind], old, element) if @all.key?(kind)
        [ old, element ].compact.map(&:parent_id).uniq.each { |parent_id| relist_family(parent_id, kind, old, element) }
      end

      def relist_family(parent_id, kind, old, element)
        family = @children[parent_id] or return
        here = [ old, element ].map { |each| each if each&.parent_id == parent_id }
        list = moved(family.fetch(kind, NONE), *here)
        @children[parent_id] = list.empty? ? family.except(kind) : family.merge(kind => list)
      end

      # A sorted list without the old version and with the new one. Lists are replaced, never changed: somebody
      # may be going through one.
      def moved(list, old, element)
        list = list.dup
        at = old && place(list, old)
        return list.tap { list[at] = element }.freeze if at && element && rank(old) == rank(element)

        list.delete_at(at) if at
        list.insert(list.bsearch_index { |each| (rank(each) <=> rank(element)) >= 0 } || list.size, element) if element
        list.freeze
      end

      def place(list, element) = list.bsearch_index { |each| (rank(each) <=> rank(element)) >= 0 }
    end
  end
end
