# frozen_string_literal: true

module Kelvath
  module Prose
    # The part of Reader that relates: relationships, identification, subtypes, dependencies.
    module Relating
      # The id of an attribute that the entity has; naming a parent makes that relationship identify.
      def member(owner, name)
        held = Logical::KeyMigration.of(model).held(owner.id).find { |each| each.name.casecmp?(name) }
        return held.id if held

        parent = find_entity(name)
        link = parent && model.referrers(owner.id, :relationship).find do |each|
          Logical::Cardinality.child_id(each) == owner.id && Logical::Cardinality.parent_id(each) == parent.id
        end
        if link
          @draft.set(link.id, identifying: true)
          return nil
        end
        first = model.children(owner.id, :attribute).first
        Editing::Attributes.add(@draft, owner.id, titled(name), mandatory: true).then do |made|
          @draft.set(made.id, position: (first&.position || 1.0) - 1.0).id
        end
      end

      private

      def apply_relationship(values)
        readings = values[:readings]
        ends = readings.first.then { |reading| [ entity(reading[:subject]), object(reading) ] }
        ends.each { |each| place_in_area(each) if readings.size > 1 && each == ends.first }
        link = readings.size > 1 ? paired(readings, *ends) : single(readings.first, *ends)
        @used << link.id
        @relationship_id = link.id
        readings.each { |reading| apply_tails(link.id, reading) }
      end

      # A plural is asked for by the number; "at least one Plots" is understood as well where there is a Plot.
      def object(reading)
        return entity(reading[:object], many: !reading[:quoted]) unless reading[:singular]
        return entity(reading[:object]) if reading[:quoted]

        find_entity(reading[:object]) || entities.by_plural(reading[:object]) || entity(reading[:object])
      end

      # Both readings tell everything: find the relationship they correct, or make it.
      def paired((there, back), subject, target)
        fields = { phrase: there[:phrase], to_least: there[:least], to_most: there[:most],
                   inverse_phrase: back[:phrase], from_least: back[:least], from_most: back[:most] }
        turned = { phrase: back[:phrase], to_least: back[:least], to_most: back[:most], inverse_phrase: there[:phrase],
                   from_least: there[:least], from_most: there[:most] }
        fresh = between(subject, target).reject { |link, _| @used.include?(link.id) }
        known, side = fresh.max_by { |link, way| likeness(link, way == :to ? fields : turned, [ there, back ]) }
        known = nil if known && likeness(known, side == :to ? fields : turned, [ there, back ]) < 2
        return @draft.set(known.id, **(side == :to ? fields : turned)) if known

        @draft.add(:relationship, from_id: subject.id, to_id: target.id, **fields)
      end

      # Verb phrases that agree, or are still open, say that two are the same; a role name says most.
      def likeness(link, fields, readings)
        role = readings.filter_map { |reading| reading[:role_name] }.first.to_s
        %i[phrase inverse_phrase].sum { |name| phrase_likeness(link[name], fields[name]) } +
          (link.role_name.casecmp?(role) ? 1 : -2)
      end

      def phrase_likeness(ours, theirs)
        return 2 if ours.casecmp?(theirs)

        ours.empty? || theirs.empty? ? 1 : -1
      end

      # One reading: the relationship that reads like it, or whose other reading has no verb yet, or a new one.
      def single(reading, subject, target)
        known, side = same_phrase(reading, subject, target) || blank_phrase(reading, subject, target)
        return relate(reading, subject, target) unless known

        phrase = side == :to ? :phrase : :inverse_phrase
        @draft.set(known.id, phrase => reading[:phrase], "#{side}_least": reading[:least],
                   "#{side}_most": reading[:most])
      end

      def same_phrase(reading, subject, target)
        between(subject, target).find do |link, side|
          link[side == :to ? :phrase : :inverse_phrase].casecmp?(reading[:phrase])
        end
      end

      def blank_phrase(_reading, subject, target)
        between(subject, target).reverse.find { |link, side| link[side == :to ? :phrase : :inverse_phrase].empty? }
      end

      # [relationship, side of the object] for each relationship between the two, both ways.
      def between(subject, target)
        model.referrers(subject.id, :relationship).flat_map do |link|
          [ ([ link, :to ] if link.from_id == subject.id && link.to_id == target.id),
            ([ link, :from ] if link.to_id == subject.id && link.from_id == target.id) ].compact
        end
      end

      # What one sentence does not say about the subject's end: exactly one, or many if the object is one.
      def relate(reading, subject, target)
        many = reading[:most] == 1 || subject.id == target.id
        @draft.add(:relationship, from_id: subject.id, to_id: target.id, phrase: reading[:phrase],
                                  to_least: reading[:least], to_most: reading[:most],
                                  from_least: many ? 0 : 1, from_most: many && reading[:most] == 1 ? nil : 1)
      end

      def apply_tails(id, reading)
        said = reading.slice(:role_name, :identifying, :separate, :on_delete, :on_update)
        @draft.set(id, **said) if said.any?
      end

      def apply_this_means(values)
        @draft.set(last_relationship, definition: values[:definition])
      end

      def apply_this_carries(values)
        id = last_relationship
        Grammar.items(values[:list]).each { |item| attribute(id, item, values[:modal] == "must") }
      end

      def last_relationship
        @relationship_id ||
          raise(UnreadableSentence, "“This” refers to a relationship; there is none in the sentences before.")
      end

      def apply_subtypes(values)
        owner = entity(values[:owner])
        ids = Grammar.names(values[:list]).map { |name| entity(name).id }
        group = model.children(owner.id, :subtype_group).find do |each|
          (each.subtype_ids & ids).any? || (!values[:called].nil? && each.name.casecmp?(values[:called]))
        end
        group ||= @draft.add(:subtype_group, parent_id: owner.id, subtype_ids: ids)
        told = values[:discriminator]
        told_id = told && (own_attribute(owner.id, told) || Editing::Attributes.add(@draft, owner.id, titled(told))).id
        @draft.set(group.id, subtype_ids: ids, complete: values[:modal] == "is",
                             exclusive: !values[:several].to_s.include?("several"), discriminator_id: told_id,
                             name: values[:called] || group.name)
      end

      def apply_identified(values)
        owner = entity(values[:owner])
        place_in_area(owner)
        ids = Grammar.items(values[:list]).filter_map { |item| member(owner, item.name) }
        also = values[:also] != "is"
        return if ids.empty? && !also

        set_identifier(owner, ids, also, values[:called])
      end

      def set_identifier(owner, ids, also, called)
        list = model.children(owner.id, :identifier)
        found = also ? list.find { |each|
          !each.primary && (each.member_ids == ids || (called && each.name.casecmp?(called)))
        } : list.find(&:primary)
        found ||= @draft.add(:identifier, parent_id: owner.id, primary: !also, name: called || (also ? "" : "Primary"))
        @draft.set(found.id, member_ids: ids, name: called || found.name)
      end

      def apply_decides(values)
        owner = find_entity(values[:owner]) ||
                raise(InvalidValue.new("There is no entity “#{values[:owner]}”.", field: :owner, value: values[:owner]))
        sides = %i[determinant dependents].map do |side|
          Grammar.names(values[side]).filter_map { |name| member(owner, name) }
        end
        known = model.children(owner.id, :dependency).find { |each| each.determinant_ids.sort == sides[0].sort }
        if known
          @draft.set(known.id, dependent_ids: sides[1])
        else
          @draft.add(:dependency, parent_id: owner.id, determinant_ids: sides[0], dependent_ids: sides[1])
        end
      end
    end
  end
end
