# frozen_string_literal: true

module Kelvath
  module Derivation
    module Again
      # Writes what a Merge found as one change: what is new first, then what changed, then what goes, so that nothing
      # falls with what goes that has another footing by then.
      class Writing
        def initialize(model, design, merge, ids)
          @draft = Draft.new(model, ids:)
          @design = design
          @merge = merge
          @platform = Platforms.fetch(design.platform).at(design.version)
        end

        # theirs: the Conflicts in which the logical side is to win.
        def change_set(theirs)
          @theirs = theirs
          added, changed, gone = %i[added changed removed].map { |way| arrivals(way) }
          name_apart(added, changed)
          @draft.add_all(added.map { |each| named(each.element) })
          changed.group_by { |each| each.element.id }.each { |id, list| change(id, list) }
          orders
          sources
          gone.each { |each| @draft.remove(each.element.id) }
          @draft.set(@design.id, base: @merge.base.digest)
          show(added.map(&:element).select { |each| each.kind == :table })
          @draft.change_set
        end

        private

        def model = @draft.model

        # What arrives in a way, and the conflicts that are settled as if it did.
        def arrivals(way)
          won = @theirs.select { |each| each.way == way }.map do |each|
            Arrival.new(way:, element: each.element, field: each.field, before: each.mine, after: each.theirs)
          end
          @merge.arrivals.select { |each| each.way == way } + won
        end

        # Names that arrive give way to those that are there.
        def name_apart(added, changed)
          renamed = changed.select { |each| each.field.name == :name }
          moving = [ *renamed.map { |each| each.element.id }, *added.map { |each| each.element.id } ].to_set
          @names = {} # { id => name }
          taken = Hash.new { |known, place| known[place] = Naming::TakenNames.new }
          Parts.of(model, @design.id).each_value do |each|
            taken[place(each)].claim(each.name) unless moving.include?(each.id) || each.name.empty?
          end
          added.each { |each| take(taken, each.element, each.element.name) }
          renamed.each { |each| take(taken, each.element, each.after) }
        end

        def take(taken, element, name)
          @names[element.id] = name.empty? ? name : taken[place(element)].take(name, limit: @platform.identifier_limit)
        end

        # Columns are apart within their table, everything else within the design.
        def place(element) = element.kind == :column ? element.parent_id : @design.id
        def named(element) = @names[element.id] == element.name ? element : element.with(name: @names[element.id])

        def change(id, list)
          values = list.to_h { |each| [ each.field.name, each.after ] }
          values[:name] = @names[id] if values.key?(:name)
          @draft.set(id, **values)
        end

        # The columns of a table, numbered anew where what came does not fit between.
        def orders
          won = @theirs.select { |each| each.way == :order }.map { |each| each.element.id }
          @merge.orders.each do |parent_id, order|
            ids = Parts.orders(model.children(parent_id, :column).to_h { |each|
 [ each.id, each ] }).fetch(parent_id, [])
            wanted = order.merged(ids.to_set, theirs: won.include?(parent_id))
            next if wanted == ids

            wanted.each_with_index do |id, index|
              @draft.set(id, position: index + 1.0) unless model.fetch(id).position == index + 1.0
            end
          end
        end

        # Where things come from is as it would be derived.
        def sources
          @merge.fresh.each_value do |fresh|
            today = model[fresh.id] or next
            next if !today.class.fields.key?(:source_id) || today.source_id == fresh.source_id

            @draft.set(today.id, source_id: fresh.source_id)
          end
        end

        # New tables stand on the first diagram of the design.
        def show(tables)
          diagram = model.all(:diagram).find { |each| each.design_id == @design.id }
          return unless diagram && tables.any?

          Editing::Diagrams.show(@draft, diagram.id, tables.map(&:id))
        end
      end
    end
  end
end
