# frozen_string_literal: true

module Kelvath
  module Joining
    # Writes what was taken of a Plan's offers as one change. What a taken thing needs comes with it (the domain of an
    # attribute, a schema, a table outside the design); what needs something that was left is left too.
    class Writing
      COMING = %i[schema domain allowed_value].freeze # with what needs them
      WHOLE = %w[concept logical].freeze # stages whose diagrams show the whole model

      # taken: Offers.
      def initialize(plan, read, pairing, taken, ids:)
        @plan, @read, @pairing, @taken = plan, read, pairing, taken
        @model, @design = plan.model, plan.design
        @draft = Draft.new(@model, ids:)
        @all = read.elements.values.reject { |each| pairing.ids.key?(each.id) }
                   .to_h { |each| [ each.id, Matching::OtherIds.element(each, pairing.ids) ] }
      end

      # [ChangeSet, the Base to keep or nil]; base: the design's, nil if none is known.
      def change_set(base)
        add
        @taken.each { |offer| offer.sets.each { |id, fields| @draft.set(id, **fields) } }
        @taken.each { |offer| offer.additions.each { |each| carry(each) if each.kind == :foreign_key } }
        @taken.flat_map(&:removals).each { |id| @draft.remove(id) if model.key?(id) }
        show
        kept = kept_base(base)
        @draft.set(@design.id, base: kept.digest) if kept
        [ @draft.change_set, kept ]
      end

      private

      def model = @draft.model

      def add
        @draft.add_all([ @design ]) if @plan.new_design?
        chosen = @taken.flat_map(&:additions).to_h { |each| [ each.id, each ] }
        chosen = with_needed(chosen)
        gone = @all.reject { |id, _| chosen.key?(id) }.transform_values { |each| each.values[:name].to_s }
        fall(chosen, gone)
        @added = apart(chosen.values.map { |each| whole(each, gone) })
        @draft.add_all(@added)
      end

      # What must come along: what is named by it and of no use without it.
      def with_needed(chosen)
        waiting = chosen.values
        while (element = waiting.shift)
          needed(element).each do |each|
            next if chosen.key?(each.id)

            chosen[each.id] = each
            waiting << each
          end
        end
        chosen
      end

      def needed(element)
        named = element.class.reference_fields.flat_map { |field| Array(element[field.name]) }
                       .filter_map { |id| @all[id] }
        values = element.kind == :domain ? @all.each_value.select { |each| each.parent_id == element.id } : []
        named.select { |each| COMING.include?(each.kind) || outside?(each) } + values
      end

      def outside?(element)
        element.values[:outside] || (element.kind == :column && @all[element.parent_id]&.values&.fetch(:outside, false))
      end

      # What cannot be without what was left, until all stands.
      def fall(chosen, gone)
        loop do
          fallen = chosen.each_value.select { |each| Derivation::Again::Parts.falls?(each, gone) || bare?(each, gone) }
          break if fallen.empty?

          fallen.each { |each| gone[each.id] = chosen.delete(each.id).values[:name].to_s }
        end
      end

      # An identifier all of whose members were left.
      def bare?(element, gone)
        element.kind == :identifier && element.member_ids.any? &&
          element.member_ids.all? { |id| id.split(".").any? { |part| gone.key?(part) } }
      end

      # An element without what it says of what was left.
      def whole(element, gone)
        return element if gone.empty?

        values = element.class.fields.each_value.to_h do |field|
          [ field.name, Derivation::Again::Parts.without(field, element[field.name], gone) ]
        end
        values[:member_ids] = values[:member_ids].reject { |id| id.split(".").any? { |part| gone.key?(part) } } if
          values.key?(:member_ids)
        values[:source_id] = "" if values[:source_id].to_s.split(".").any? { |part| gone.key?(part) }
        element.with(**values)
      end

      # Names that are taken get a number; columns and attributes stand behind what they stood behind.
      def apart(elements)
        taken = Hash.new { |known, place| known[place] = names_at(*place) }
        elements.map do |each|
          next each unless %i[entity domain attribute].include?(each.kind)

          each.with(name: taken[[ each.kind, each.parent_id ]].take(each.name))
        end.map { |each| @model.key?(each.parent_id.to_s) ? placed(each) : each }
      end

      def names_at(kind, parent_id)
        names = Naming::TakenNames.new(joint: " ")
        there = if parent_id.nil? then @model.all(kind)
        elsif @model.key?(parent_id) then Logical::KeyMigration.of(@model).held(parent_id)
        else []
        end
        there.each { |each| names.claim(each.name) }
        names
      end

      # Between what it stands behind where it was read and what follows that here.
      def placed(element)
        return element unless %i[column attribute].include?(element.kind)

        theirs = @read.children(@read.fetch(element.id).parent_id, element.kind)
        ahead = theirs.take_while { |each| each.id != element.id }
        before = ahead.reverse.filter_map { |each| @pairing.of(each) }.first
        siblings = @model.children(element.parent_id, element.kind)
        at = before ? siblings.index(before).to_i + 1 : 0
        low, high = at.zero? ? 0.0 : siblings[at - 1].position.to_f, siblings[at]&.position
        step = theirs.index { |each| each.id == element.id }.fdiv(theirs.size + 1)
        element.with(position: low + step * ((high || low + 1.0) - low))
      end

      # Columns that a new relationship brings are not attributes of their own any more.
      def carry(key)
        return unless model.key?(key.id)

        @read.fetch(key.id).column_ids.each do |id|
          mine = @pairing.ids[id] && model[@pairing.ids[id]]
          source = Matching::OtherIds.id(@read.fetch(id).source_id, @pairing.ids)
          own = mine && model.of_kind(mine.source_id, :attribute)
          next unless own && source.include?(".") && model.key?(source[/\A[^.]+/])

          model.all(:identifier).each do |each|
            next unless each.member_ids.include?(own.id)

            @draft.set(each.id, member_ids: each.member_ids.map { |member| member == own.id ? source : member })
          end
          (@carried ||= []) << mine.id
          @draft.set(mine.id, source_id: source)
          @draft.remove(own.id)
        end
      end

      # New things stand on the diagrams that show all there was; those of a new design on one of their own.
      def show
        entities, tables = %i[entity table].map { |kind| @added.select { |each| each.kind == kind }.map(&:id) }
        whole = @model.all(:diagram).select do |each|
          shown = @model.children(each.id, :diagram_node).to_set(&:element_id)
          WHOLE.include?(each.stage) && each.subject_area_id.nil? && (@model.ids_of(:entity) - shown.to_a).empty?
        end
        whole.each { |diagram| Editing::Diagrams.show(@draft, diagram.id, entities) }
        return if tables.empty?
        return new_diagram(tables) if @plan.new_design?

        diagram = @model.all(:diagram).find { |each| each.design_id == @design.id }
        Editing::Diagrams.show(@draft, diagram.id, tables) if diagram
      end

      def new_diagram(tables)
        Editing::Diagrams.make(@draft, name: @design.name, stage: "physical", design_id: @design.id,
                                       elements: tables.map { |id| model.fetch(id) }, **Starting.look(@model))
      end

      # What came in counts as derived: the database, or the script, has decided where the two differ.
      def kept_base(base)
        return unless base || @plan.new_design?

        result = @draft.result
        made, = Derivation.made(result, result.fetch(@design.id, :design))
        parts = Derivation::Again::Parts.of(result, @design.id)
        fresh = Matching::Designs.new(parts, made).aligned
        return Derivation::Base.of(fresh.values) if @plan.new_design?

        touched = touched_tables(parts)
        old = base.elements.reject { |each| touched.include?(table_id(each, parts)) }
        Derivation::Base.of(old + fresh.values.select { |each| touched.include?(table_id(each, fresh)) })
      end

      # The tables in which anything came or changed.
      def touched_tables(parts)
        ids = @added.map(&:id) + @taken.flat_map { |offer| offer.sets.keys } + @carried.to_a
        ids.filter_map { |id| parts[id] && table_id(parts[id], parts) }.to_set
      end

      def table_id(element, elements)
        element = elements[element.parent_id] while elements.key?(element.parent_id)
        element.id
      end
    end
  end
end
