# frozen_string_literal: true

module Kelvath
  module Derivation
    module Again
      # What comes from the logical side. way: :added, :removed, :changed or :order; element: as it would be, or is;
      # field: the Field, or nil; before, after: its values.
      Arrival = Struct.new(:way, :element, :field, :before, :after, keyword_init: true)

      # Both sides changed the same. way: :changed, :order or :removed (with what hangs on it); mine and theirs: what
      # the design has, and what the logical side gives.
      Conflict = Struct.new(:way, :element, :field, :before, :mine, :theirs, :hanging, keyword_init: true) do
        # What names it in a request: "ID:field".
        def key = "#{element.id}:#{way == :changed ? field.name : way}"
      end

      # Three designs laid side by side: as it was derived last, as it would be derived now, and as it is. What the
      # logical side changed arrives, what a person decided stays, and where both changed the same it is a conflict to
      # be settled before anything is written.
      class Merge
        # orders: { table's id => Order }; fresh: what would be derived, { id => Element }.
        attr_reader :design, :remarks, :arrivals, :conflicts, :orders, :fresh

        # base: Elements of the last derivation, nil if none is known: then what the design has counts as decided, and
        # what it has not arrives. fresh: Elements that would be derived; remarks: what deriving them said.
        def initialize(model, design, base, fresh, remarks = [])
          @model = model
          @design = design
          @remarks = remarks
          @today = Parts.of(model, design.id)
          base = derived?(base) ? base.to_h { |each| [ each.id, each ] } : nil
          @fresh = Matching::Designs.new({ **@today, **base.to_h }, fresh).aligned
          @base = base || @fresh.slice(*@today.keys)
          @leads = model.header.names_from_id == design.id
          @decisions = Decisions.new(@today, @base, leads: @leads)
          compare
        end

        # What stays as a person decided it: [Decision, …]
        def decisions = @decisions.all.reject { |each| unneeded?(each) }

        # Decisions that say what would be derived anyway.
        def unneeded = @decisions.all.select { |each| unneeded?(each) }

        # The Base that is kept when the change has been made.
        def base = @new_base ||= Base.of(@fresh.values)

        # Is there anything to do?
        def empty? = arrivals.empty? && conflicts.empty?

        # The ChangeSet. settled: { Conflict#key => :mine or :theirs }. Raises InvalidChange while one is not settled.
        def change_set(settled = {}, ids: nil)
          open = conflicts.reject { |each| %i[mine theirs].include?(settled[each.key]) }
          if open.any?
            raise InvalidChange, [ InvalidChange::Problem.new(
              element_id: open.first.element.id, field: nil,
              message: "#{open.size} conflicts are not settled yet."
            ) ]
          end

          theirs = conflicts.select { |each| settled[each.key] == :theirs }
          Writing.new(@model, design, self, ids).change_set(theirs)
        end

        private

        # Once a base was what a database had said; its keys came from nowhere.
        def derived?(base)
          base&.none? { |each| %i[key foreign_key].include?(each.kind) && each.source_id.empty? }
        end

        def compare
          @arrivals, @conflicts = [], []
          @gone = @decisions.left_out.dup
          removals = Removals.new(@today, @base, @fresh, @decisions)
          removals.all.each { |element, hanging| removal(element, hanging) }
          @fresh.each_value { |element| @today.key?(element.id) ? fields(element) : addition(element) }
          lay_orders
        end

        def removal(element, hanging)
          if hanging.empty?
            @arrivals << Arrival.new(way: :removed, element:)
          else
            @conflicts << Conflict.new(way: :removed, element:, hanging:)
          end
        end

        # What was left out stays out, and what cannot be without it.
        def addition(element)
          return if @base.key?(element.id)
          return @gone[element.id] = element.name if Parts.falls?(element, @gone)

          @arrivals << Arrival.new(way: :added, element: whole(element))
        end

        # An element in which nothing is named that was left out.
        def whole(element)
          return element if @gone.empty?

          element.with(**Parts.fields(element.class).to_h { |field|
            [ field.name, Parts.without(field, element[field.name], @gone) ]
          })
        end

        # Field by field, of what all three have, or of what both sides made by themselves.
        def fields(fresh)
          today, base = @today[fresh.id], @base[fresh.id]
          return if same?(today, base, fresh)

          Parts.fields(today.class).each { |field| field(field, today, base, fresh) }
        end

        def same?(today, base, fresh) = base && (base.values == fresh.values || today.values == fresh.values)

        def field(field, today, base, fresh)
          after = Parts.without(field, fresh[field.name], @gone)
          now = today[field.name]
          return if now == after || (@leads && field.name == :name)

          before = base ? Parts.without(field, base[field.name], @gone) : field.default
          return if before == after && base
          return arrive(field, today, now, after) if now == before || follows?(field, today)
          return unless base # made by hand before the logical side had it: it stays as it is

          @conflicts << Conflict.new(way: :changed, element: today, field:, before:, mine: now, theirs: after)
        end

        def follows?(field, today) = field.name == :name && !@decisions.named_by_hand?(today)

        def arrive(field, element, before, after)
          @arrivals << Arrival.new(way: :changed, element:, field:, before:, after:)
        end

        def lay_orders
          base, fresh, today = [ @base, @fresh, @today ].map { |elements| Parts.orders(elements) }
          @orders = today.filter_map { |parent_id, ids|
            next unless fresh.key?(parent_id)

            [ parent_id, Order.new(base.fetch(parent_id, []), fresh[parent_id], ids) ]
          }.to_h
          @orders.each { |parent_id, order| order(@today[parent_id], order) }
        end

        def order(parent, order)
          if order.conflict?
            @conflicts << Conflict.new(way: :order, element: parent, before: order.base, mine: order.today,
                                       theirs: order.fresh)
          elsif order.moved? && !order.decided?
            @arrivals << Arrival.new(way: :order, element: parent, before: order.today, after: order.fresh)
          end
        end

        def unneeded?(decision)
          fresh = @fresh[decision.element.id]
          case decision.way
          when :changed then fresh && Parts.without(decision.field, fresh[decision.field.name], @gone) == decision.now
          when :added then !fresh.nil?
          when :left_out then fresh.nil?
          else false
          end
        end
      end
    end
  end
end
