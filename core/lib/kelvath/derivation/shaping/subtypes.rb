# frozen_string_literal: true

module Kelvath
  module Derivation
    # Subtypes as a design wants them. A group that is not named stays as it is: a table for each, which share their
    # key.
    class Subtypes
      # What rows of one table that stands for several entities must keep to.
      #
      # told_by: { subtype's id => [attribute's id, value] }; own: { subtype's id => ids of attributes and
      # relationships that only its rows have }; must: those of own that each of its rows has.
      Rows = Struct.new(:entity_id, :group, :told_by, :own, :must, keyword_init: true)

      attr_reader :model, :rows, :remarks

      # wanted: { id of a subtype group => "one table" or "leaves" }
      def initialize(model, wanted)
        @model = model
        @rows = []
        @remarks = []
        groups = model.all(:subtype_group).select { |group| wanted.key?(group.id) }
        groups.sort_by { |group| -depth(group.parent_id) }.each do |group|
          wanted.fetch(group.id) == "leaves" ? roll_down(@model.fetch(group.id)) : roll_up(@model.fetch(group.id))
        end
      end

      private

      # How many supertypes stand above an entity; of those that stand above themselves, as many as there are.
      def depth(id, seen = [])
        above = @model.referrers(id, :subtype_group).map(&:parent_id) - seen
        above.map { |each| depth(each, [ *seen, id ]) + 1 }.max || 0
      end

      def change(put, drop) = @model = @model.updated(put:, drop: drop - put.map(&:id))
      def copy(element, parent_id: element.parent_id, id: element.id, **values)
        element.class.new(id:, parent_id:, **element.values, **values)
      end

      # --- one table

      def roll_up(group)
        subtypes = group.subtype_ids.map { |id| @model.fetch(id) }
        told_by, made = discriminator(group, subtypes)
        taken = Naming::TakenNames.new(joint: " ")
        @model.children(group.parent_id, :attribute).each { |each| taken.claim(each.name) }
        made.each { |each| taken.claim(each.name) if each.kind == :attribute }
        rows = Rows.new(entity_id: group.parent_id, group:, told_by:, own: {}, must: [])
        moved = subtypes.each_with_index.flat_map { |subtype, index| moved(subtype, group, rows, taken, index) }
        @rows << rows
        change(made + moved, subtypes.map(&:id) + [ group.id ])
      end

      # Everything of a subtype, as the supertype has it.
      def moved(subtype, group, rows, taken, index)
        own = @model.children(subtype.id, :attribute)
        links = @model.referrers(subtype.id, :relationship)
        received = links.select { |link| Logical::Cardinality.child_id(link) == subtype.id }
        rows.own[subtype.id] = (own + received).map(&:id)
        rows.must.concat(own.select(&:mandatory).map(&:id))
        rows.must.concat(received.select { |link| Logical::Cardinality.mandatory_parent?(link) }.map(&:id))
        [ *own.map { |each| attribute(each, subtype, group, taken, index) },
          *links.map { |link| relinked(link, subtype.id, group.parent_id, loose: received.include?(link)) },
          *within(subtype).map { |each| copy(each, parent_id: group.parent_id, **loosened(each)) } ]
      end

      def attribute(attribute, subtype, group, taken, index)
        name = taken.claim(attribute.name) ? attribute.name : taken.take("#{subtype.name} #{attribute.name}")
        copy(attribute, parent_id: group.parent_id, name:, mandatory: false,
                        position: (index + 1) * 100_000.0 + attribute.position.to_f)
      end

      def within(subtype)
        %i[identifier subtype_group arc].flat_map { |kind| @model.children(subtype.id, kind) }
      end

      # Not every row is of this subtype, so nothing of it is a must.
      def loosened(element)
        case element.kind
        when :identifier then element.primary ? { primary: false, name: "" } : {}
        when :arc then { mandatory: false }
        else { complete: false }
        end
      end

      def relinked(link, from, to, loose:)
        ends = %i[from_id to_id].select { |side| link[side] == from }.to_h { |side| [ side, to ] }
        moved = copy(link, **ends)
        loose ? copy(moved, **optional(moved)) : moved
      end

      # The parent stays the parent: of what is one to one, only the from end can be one that need not be there.
      def optional(link)
        side = Logical::Cardinality.parent_side(link)
        return { "#{side}_least": 0, identifying: false } if side == :from || link.from_most != 1

        { from_id: link.to_id, to_id: link.from_id, phrase: link.inverse_phrase, inverse_phrase: link.phrase,
          from_least: 0, to_least: link.from_least, identifying: false }
      end

      # What tells the subtypes apart: [{ subtype's id => [attribute's id, value] }, elements made for it]
      def discriminator(group, subtypes)
        return flags(group, subtypes) unless group.exclusive
        return told_by(@model.fetch(group.discriminator_id), subtypes) if group.discriminator_id

        known = @model.children(group.parent_id, :attribute).find { |each| told(each, subtypes).size == subtypes.size }
        known ? told_by(known, subtypes) : made_discriminator(group, subtypes)
      end

      # { subtype's id => the allowed value of an attribute that is called as it is }
      def told(attribute, subtypes)
        values = Logical::ValueType.of(attribute, @model).allowed_values
        subtypes.to_h { |each| [ each.id, values.find { |value| value.casecmp?(each.name) } ] }.compact
      end

      def told_by(attribute, subtypes)
        told = told(attribute, subtypes)
        unknown = subtypes.reject { |each| told.key?(each.id) }.map(&:name)
        if unknown.any?
          @remarks << "#{attribute.name} has no value that is called #{unknown.join(' or ')}; no check keeps to " \
                      "their columns."
        end
        [ told.transform_values { |value| [ attribute.id, value ] }, [] ]
      end

      # Several may be true of one row: a flag for each.
      def flags(group, subtypes)
        made = subtypes.map do |subtype|
          Metamodel::Attribute.new(id: "#{group.id}-is-#{subtype.id}", parent_id: group.parent_id, type: "boolean",
                                   name: free("Is #{subtype.name}", group.parent_id), mandatory: true,
                                   position: 90_000.0)
        end
        [ subtypes.zip(made).to_h { |subtype, flag| [ subtype.id, [ flag.id, "true" ] ] }, made ]
      end

      def made_discriminator(group, subtypes)
        name = "#{@model.fetch(group.parent_id).name} Kind"
        domain = Metamodel::Domain.new(id: "#{group.id}-domain", name:, type: "text",
                                       length: subtypes.map { |each| each.name.length }.max)
        values = subtypes.each_with_index.map do |subtype, index|
          Metamodel::AllowedValue.new(id: "#{domain.id}-#{subtype.id}", parent_id: domain.id, value: subtype.name,
                                      meaning: subtype.definition, position: index + 1.0)
        end
        kind = Metamodel::Attribute.new(id: "#{group.id}-kind", parent_id: group.parent_id, domain_id: domain.id,
                                        name: free(name, group.parent_id), mandatory: group.complete,
                                        position: 90_000.0)
        [ subtypes.to_h { |each| [ each.id, [ kind.id, each.name ] ] }, [ domain, *values, kind ] ]
      end

      def free(name, entity_id)
        taken = Naming::TakenNames.new(joint: " ")
        @model.children(entity_id, :attribute).each { |each| taken.claim(each.name) }
        taken.take(name)
      end

      # --- only the leaves

      def roll_down(group)
        top = @model.fetch(group.parent_id)
        fault = fault(group, top)
        return @remarks << "#{top.name} keeps its own table: #{fault}." if fault

        subtypes = group.subtype_ids.map { |id| @model.fetch(id) }
        links = @model.referrers(top.id, :relationship)
        change(subtypes.flat_map { |subtype| given(top, subtype, group) } + links.flat_map { |link|
          copies(link, top, subtypes)
        } + above(top, subtypes), [ top.id, group.id, *links.map(&:id), *within_ids(top) ])
      end

      def fault(group, top)
        return "a row may be none of its subtypes" unless group.complete
        return "a row may be several of its subtypes at once" unless group.exclusive

        "it is divided in several ways" if @model.children(top.id, :subtype_group).size > 1
      end

      def within_ids(top) = @model.child_ids(top.id)

      # Attributes and identifiers of the supertype, once more for a subtype.
      def given(top, subtype, group)
        taken = Naming::TakenNames.new(joint: " ")
        @model.children(subtype.id, :attribute).each { |each| taken.claim(each.name) }
        attributes = @model.children(top.id, :attribute).reject { |each| each.id == group.discriminator_id }
        [ *attributes.map { |each| copy(each, id: made_id(each.id, subtype), parent_id: subtype.id,
                                              name: taken.take(each.name),
                                              position: each.position.to_f - 100_000.0) },
          *@model.children(top.id, :identifier).filter_map { |each| identifier(each, subtype, attributes) } ]
      end

      def made_id(id, subtype) = "#{id}-#{subtype.id}"

      def identifier(identifier, subtype, attributes)
        members = identifier.member_ids.map { |id| id.split(".").map { |part| made_id(part, subtype) }.join(".") }
        known = attributes.map { |each| made_id(each.id, subtype) }
        return unless members.all? { |id| id.include?(".") || known.include?(id) }

        primary = identifier.primary && @model.children(subtype.id, :identifier).none?(&:primary)
        copy(identifier, id: made_id(identifier.id, subtype), parent_id: subtype.id, primary:, member_ids: members)
      end

      # A relationship of the supertype, once for each subtype at each of its ends. A child has one of several parents
      # now: an exclusive arc.
      def copies(link, top, subtypes)
        ends = %i[from_id to_id].select { |side| link[side] == top.id }
        made = subtypes.product(*[ subtypes ] * (ends.size - 1)).map do |chosen|
          copy(link, id: [ link.id, *chosen.map(&:id) ].join("-"), **ends.zip(chosen.map(&:id)).to_h)
        end
        return made unless Logical::Cardinality.parent_id(link) == top.id

        made.map { |each| copy(each, **optional(link)) } + arcs(link, made)
      end

      def arcs(link, made)
        made.group_by { |each| Logical::Cardinality.child_id(each) }.map do |child_id, list|
          Metamodel::Arc.new(id: "#{link.id}-arc-#{child_id}", parent_id: child_id, relationship_ids: list.map(&:id),
                             mandatory: Logical::Cardinality.mandatory_parent?(link))
        end
      end

      # The subtypes take its place among the subtypes of what stands above it.
      def above(top, subtypes)
        @model.referrers(top.id, :subtype_group).select { |each| each.parent_id != top.id }.map do |group|
          copy(group, subtype_ids: group.subtype_ids.flat_map { |id| id == top.id ? subtypes.map(&:id) : [ id ] })
        end
      end
    end
  end
end
