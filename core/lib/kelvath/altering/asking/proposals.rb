# frozen_string_literal: true

module Kelvath
  module Altering
    # What seems to be the same thing under another name, or to have gone to another table: of schemas and tables those
    # that share most of what is in them, of enumerated types those that share most values, of columns those of one type
    # at one place, or of one name in a table that is joined with theirs. It is proposed and asked, never taken for
    # granted.
    module Proposals
      # old, new: Elements, one only at the start, the other only in the goal; moved: do its values go elsewhere?
      Proposal = Struct.new(:old, :new, :moved, keyword_init: true)
      LEAST = 0.5 # the part of all names in both that both have

      module_function

      # [Proposal, …]; start, goal: Models as Pairing makes them.
      def of(start, goal)
        within = [ wholes(start, goal, :schema) { |model, each| inside(model, each) },
                   wholes(start, goal, :table) { |model, each| names(model, each) },
                   wholes(start, goal, :enumeration) { |_, each| each.value_texts.to_set } ].flatten
        own = columns(start, goal)
        taken = own.to_set { |each| each.old.id }
        within + own + moved(start, goal).reject { |each| taken.include?(each.old.id) }
      end

      def alone(model, other, kind)
        model.all(kind).reject { |each| other.key?(each.id) || each.values[:outside] }
      end

      def wholes(start, goal, kind)
        gone, fresh = alone(start, goal, kind), alone(goal, start, kind)
        fresh.filter_map do |new|
          old = gone.max_by { |each| likeness(yield(start, each), yield(goal, new)) }
          next unless old && likeness(yield(start, old), yield(goal, new)) >= LEAST

          gone -= [ old ]
          Proposal.new(old:, new:)
        end
      end

      # Jaccard's index of two Sets: how many of all both have.
      def likeness(one, two) = one.empty? && two.empty? ? 0.0 : (one & two).size.fdiv((one | two).size)
      def names(model, table) = model.children(table.id, :column).to_set { |column| column.name.downcase }

      def inside(model, schema)
        %i[table view enumeration].flat_map { |kind|
          model.referrers(schema.id, kind) }.to_set { |each| each.name.downcase }
      end

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

      # Columns of another table that is joined with theirs: of one name and type, or what a foreign key of its own
      # leads to now by a table in between.
      def moved(start, goal)
        found = alone(goal, start, :column).select { |each|
          each.computed.empty? && goal[each.parent_id].kind == :table }
        lost = alone(start, goal, :column).select { |each|
          each.computed.empty? && start[each.parent_id].kind == :table }
        lost.filter_map do |old|
          new = found.find do |each|
            each.parent_id != old.parent_id && joined?(start, goal, old.parent_id, each.parent_id) &&
              (alike?(old, each) || linked?(start, goal, old, each))
          end
          next unless new

          found -= [ new ]
          Proposal.new(old:, new:, moved: true)
        end
      end

      def alike?(old, new)
        old.name.casecmp?(new.name) && old.native_type == new.native_type && old.source_id.empty?
      end

      def linked?(start, goal, old, new)
        one, two = targets(start, old), targets(goal, new)
        (one & two).any? && old.source_id.empty?
      end

      # Ids of the tables that foreign keys over a column alone lead to.
      def targets(model, column)
        model.children(column.parent_id, :foreign_key).select { |key| key.column_ids == [ column.id ] }
             .map(&:target_table_id)
      end

      # Does a foreign key lead from one table to the other, before or after?
      def joined?(start, goal, one, two)
        [ start, goal ].any? do |model|
          [ [ one, two ], [ two, one ] ].any? do |from, to|
            model.key?(from) && model.children(from, :foreign_key).any? { |key| key.target_table_id == to }
          end
        end
      end
      private_class_method :alone, :wholes, :likeness, :names, :inside, :columns, :nearest, :place, :moved, :alike?,
                           :linked?, :targets, :joined?
    end
  end
end
