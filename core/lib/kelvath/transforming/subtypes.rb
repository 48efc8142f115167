# frozen_string_literal: true

module Kelvath
  module Transforming
    # Shared by rolling up and down.
    class SubtypeTransformation < Transformation
      def self.offered?(model, elements)
        elements.one? && (elements.first.kind == :subtype_group ||
                          (elements.first.kind == :entity && model.children(elements.first.id, :subtype_group).any?))
      end

      private

      def groups = element.kind == :subtype_group ? [ element ] : model.children(element.id, :subtype_group)
      def parent = @parent ||= element.kind == :subtype_group ? model.fetch(element.parent_id) : element
      def subtypes = groups.flat_map(&:subtype_ids).uniq.map { |id| model.fetch(id) }

      # Relationships of one entity, pointed at another. Answers nothing.
      def relink(from, to, **values)
        model.referrers(from.id, :relationship).each do |link|
          sides = %i[from_id to_id].select { |side| link[side] == from.id }
          draft.set(link.id, **sides.to_h { |side| [ side, to.id ] }, **values)
        end
      end
    end

    # The subtypes go up into the entity they divide: their attributes become optional there, and an
    # attribute tells which one a row is.
    class RollUp < SubtypeTransformation
      title "Roll subtypes up"

      private

      def perform
        parent
        list = groups
        kinds = subtypes
        list.each { |group| add_discriminator(group) }
        kinds.each { |subtype| take(subtype) }
        list.each { |group| draft.remove(group.id) }
        kinds.each { |subtype| draft.remove(subtype.id) }
      end

      def add_discriminator(group)
        return if group.discriminator_id

        names = group.subtype_ids.map { |id| model.fetch(id).name }
        unless group.exclusive
          return names.each { |name| Editing::Attributes.add(draft, parent.id, free_name(parent.id, "Is #{name}"),
                                                             type: "boolean", mandatory: true) }
        end

        domain = draft.add(:domain, name: free_domain("#{parent.name} Kind"), type: "text",
                           length: names.map(&:length).max)
        names.each_with_index do |name, index|
          draft.add(:allowed_value, parent_id: domain.id, value: name, position: index + 1.0)
        end
        Editing::Attributes.add(draft, parent.id, free_name(parent.id, "#{parent.name} Kind"), domain_id: domain.id,
                                mandatory: group.complete)
      end

      def free_domain(name)
        taken = model.all(:domain).map { |each| each.name.downcase }
        [ name, *(2..(taken.size + 2)).map { |number| "#{name} #{number}" } ].find do |each|
          !taken.include?(each.downcase)
        end
      end

      # Every subtype need not be there, so neither need what it knew nor what it was related to.
      def take(subtype)
        model.children(subtype.id, :attribute).each do |attribute|
          same = model.children(parent.id, :attribute).any? { |each| each.name.casecmp?(attribute.name) }
          moved = move(attribute, parent.id, name: same ? "#{subtype.name} #{attribute.name}" : attribute.name)
          draft.set(moved.id, mandatory: false)
        end
        model.referrers(subtype.id, :relationship).each do |link|
          loosened = Logical::Cardinality.child_id(link) == subtype.id ?
                       { "#{Logical::Cardinality.parent_side(link)}_least": 0, identifying: false } :
                       {}
          draft.set(link.id, **loosened) unless loosened.empty?
        end
        relink(subtype, parent)
        nested(subtype)
      end

      # A subtype that was divided further leaves its own division to the parent.
      def nested(subtype)
        model.children(subtype.id, :subtype_group).each do |group|
          draft.add(:subtype_group, parent_id: parent.id, **group.values.except(:discriminator_id))
        end
      end
    end

    # The entity goes down into its subtypes: each gets its attributes, identifiers and relationships.
    class RollDown < SubtypeTransformation
      title "Roll down into the subtypes"

      private

      def perform
        top = parent
        list = groups
        unless list.all?(&:complete)
          refuse("#{top.name} may be none of its subtypes; rolled down, those occurrences would be lost. Say that " \
                 "the division is complete first.")
        end

        unless list.all?(&:exclusive)
          refuse("An occurrence of #{top.name} may be several of its subtypes at once; rolled down, it would be " \
                 "stored twice. Roll the subtypes up instead.")
        end

        told = list.filter_map(&:discriminator_id)
        subtypes.each { |subtype| give(top, subtype, told) }
        draft.remove(top.id)
      end

      def give(top, subtype, told)
        copies = model.children(top.id, :attribute).reject { |each| told.include?(each.id) }.each_with_index
                      .to_h do |attribute, index|
          [ attribute.id, draft.add(:attribute, parent_id: subtype.id, **attribute.values,
                                    name: free_name(subtype.id, attribute.name),
                                    position: attribute.position.to_f - 1000.0 + index).id ]
        end
        model.children(top.id, :identifier).each do |identifier|
          members = identifier.member_ids.filter_map { |id| copies[id] }
          if members.any? && (!identifier.primary || model.children(subtype.id, :identifier).none?(&:primary))
            draft.add(:identifier, parent_id: subtype.id, **identifier.values, member_ids: members)
          end
        end
        copy_links(top, subtype)
      end

      # Where the entity was the parent, a child now has one of several; so none of them is a must.
      def copy_links(top, subtype)
        model.referrers(top.id, :relationship).each do |link|
          sides = %i[from_id to_id].select { |side| link[side] == top.id }
          parent_here = Logical::Cardinality.parent_id(link) == top.id && sides.one?
          loosened = parent_here ? { "#{Logical::Cardinality.parent_side(link)}_least": 0, identifying: false } : {}
          draft.add(:relationship, **link.values, **sides.to_h { |side| [ side, subtype.id ] }, **loosened)
        end
      end
    end
  end
end
