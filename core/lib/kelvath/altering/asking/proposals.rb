# frozen_string_literal: true

module Kelvath
  module Altering
    # What seems to be the same thing under another name: of tables, those that share most of their columns; of
    # columns, those of one type at one place. It is proposed and asked, never taken for granted.
    module Proposals
      # old, new: Elements, one only at the start, the other only in the goal.
      Proposal = Struct.new(:old, :new, keyword_init: true)
      LEAST = 0.5 # the part of all column names of two tables that both have

      module_function

      # [Proposal, …]; start, goal: Models as Pairing makes them.
      def of(start, goal)
        gone, fresh = [ [ start, goal ], [ goal, start ] ].map { |model, other| alone(model, other, :table) }
        tables(start, goal, gone, fresh) + columns(start, goal)
      end

      def alone(model, other, kind) = model.all(kind).reject { |each| other.key?(each.id) }

      def tables(start, goal, gone, fresh)
        taken = Set.new
        fresh.filter_map do |new|
          old = (gone - taken.to_a).max_by { |each| likeness(names(start, each), names(goal, new)) }
          next unless old && likeness(names(start, old), names(goal, new)) >= LEAST

          taken << old
          Proposal.new(old:, new:)
        end
      end

      # Jaccard's index of two Sets: how many of all both have.
      def likeness(one, two) = (one & two).size.fdiv((one | two).size)
      def names(model, table) = model.children(table.id, :column).to_set { |column| column.name.downcase }

      def columns(start, goal)
        lost, found = [ [ start, goal ], [ goal, start ] ].map do |model, other|
          alone(model, other, :column).select { |each| other.key?(each.parent_id) }.group_by(&:parent_id)
        end
        (lost.keys & found.keys).flat_map do |id|
          left = lost[id].dup
          found[id].filter_map { |new| nearest(start, goal, left, new) }
        end
      end

      # The one of that type that stands nearest; it is taken out of those that are left.
      def nearest(start, goal, left, new)
        at = place(goal, new)
        old = left.select { |each| each.native_type == new.native_type }.min_by { |each| (place(start, each) - at).abs }
        return unless old

        left.delete(old)
        Proposal.new(old:, new:)
      end

      def place(model, column) = model.children(column.parent_id, :column).index(column).to_i
      private_class_method :alone, :tables, :likeness, :names, :columns, :nearest, :place
    end
  end
end
