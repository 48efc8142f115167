# frozen_string_literal: true

module Kelvath
  module Findings
    # Every entity can be told apart.
    class MissingIdentifier < Check
      holds "Every entity with attributes has an identifier."
      looks_at :entity

      def concerned(change) = change.cards.to_a

      private

      def about(entity)
        return [] if keys.held(entity.id).empty? || keys.primary(entity.id).any? || subtype?(entity)

        [ finding(entity, "Nothing tells one #{entity.name} from another.", alternate(entity), numbered(entity)) ]
      end

      def subtype?(entity)
        model.referrers(entity.id, :subtype_group).any? { |group| group.subtype_ids.include?(entity.id) }
      end

      def alternate(entity)
        other = model.children(entity.id, :identifier).find { |each| each.member_ids.any? } or return
        fix("Make #{other.name.empty? ? 'the alternate identifier' : other.name} the primary one") do |draft|
          Editing::Identifiers.promote(draft, other.id)
        end
      end

      def numbered(entity)
        fix("Number it: add #{entity.name} Number") do |draft|
          made = Editing::Attributes.add(draft, entity.id, Editing::Entities.free_name(
            draft.model, entity.id, "#{entity.name} Number"
          ), identifier: true, mandatory: true,
                                         surrogate: true, type: "integer")
          draft.set(made.id, position: (draft.model.children(entity.id, :attribute).first.position || 1.0) - 1.0)
        end
      end
    end

    # What an entity or a domain means is written down.
    class MissingDefinition < Check
      holds "Every entity says in a sentence what it is."
      weighs :hint
      looks_at :entity

      private

      def about(entity)
        return [] unless entity.definition.strip.empty?

        # A definition is known to people alone.
        asks = "What #{Inflection.article(entity.name)} #{entity.name} is"
        write = written("Write its definition", asks:) do |draft, text|
          draft.set(entity.id, definition: Metamodel::Entity.fetch_field(:definition).parse(text))
        end
        [ finding(entity, "#{entity.name} has no definition.", write) ]
      end
    end

    # An entity without attributes tells nothing.
    class MissingAttributes < Check
      holds "Every entity has attributes of its own, unless it only connects or divides others."
      weighs :hint
      looks_at :entity

      def concerned(change) = change.cards.to_a

      private

      def about(entity)
        return [] unless model.children(entity.id, :attribute).empty? && keys.primary(entity.id).size < 2

        named = fix("Add Name") { |draft| Editing::Attributes.add(draft, entity.id, "Name", mandatory: true) }
        [ finding(entity, "#{entity.name} has no attribute.", named) ]
      end
    end

    # An entity that relates to nothing is often forgotten work.
    class StandingAlone < Check
      holds "Every entity relates to another."
      weighs :hint
      looks_at :entity
      heeds :entity, :attribute

      # The first entity of a model stands alone as soon as there is a second one.
      def concerned(change) = change.cards.to_a + (entities.size < 3 ? entities.map(&:id) : [])

      private

      def about(entity)
        if alone?(entity)
          [ finding(entity, "#{entity.name} stands alone: no relationship reaches it.", *guesses(entity)) ]
        else
          []
        end
      end

      def alone?(entity)
        entities.size > 1 && model.referrers(entity.id, :relationship).empty? &&
          model.children(entity.id, :subtype_group).empty? && model.referrers(entity.id, :subtype_group).empty?
      end

      # An attribute called as another entity hints at what it relates to.
      def guesses(entity)
        names = model.children(entity.id, :attribute).map { |attribute| attribute.name.downcase }
        entities.select { |other|
          other.id != entity.id && names.any? { |name| name.start_with?("#{other.name.downcase} ") }
        }.first(1).map do |other|
          fix("Relate it to #{other.name}") { |draft| draft.add(:relationship, from_id: other.id, to_id: entity.id) }
        end
      end
    end

    # Who reads a subtype wants to know which one it is.
    class DiscriminatorMissing < Check
      holds "An exclusive division into subtypes has an attribute that tells them apart."
      weighs :hint
      looks_at :subtype_group
      heeds :entity, :attribute

      private

      def about(group)
        return [] unless group.exclusive && group.discriminator_id.nil? && group.subtype_ids.size > 1

        owner = model.fetch(group.parent_id)
        [ finding(group, "No attribute of #{owner.name} tells its subtypes apart.", known(group, owner),
                  fresh(group, owner)) ]
      end

      def known(group, owner)
        attribute =
          model.children(owner.id, :attribute).find { |each| each.name.match?(/\b(kind|type|category)\b/i) } or return
        fix("Tell them apart by #{attribute.name}") { |draft| draft.set(group.id, discriminator_id: attribute.id) }
      end

      def fresh(group, owner)
        fix("Add #{owner.name} Kind") do |draft|
          made = Editing::Attributes.add(draft, owner.id, Editing::Entities.free_name(
            draft.model, owner.id, "#{owner.name} Kind"
          ), mandatory: group.complete, type: "text", length: 20)
          draft.set(group.id, discriminator_id: made.id)
        end
      end
    end

    # Identification that runs in a circle has no beginning.
    class IdentifyingCycle < ModelCheck
      holds "No entity identifies itself by way of others."
      weighs :error
      heeds :relationship, :subtype_group, :entity

      private

      def found
        cycle = Logical::KeyMigration.cycle(model) unless part
        return [] unless cycle

        names = cycle.map { |id| model[id].name }
        links = model.all(:relationship).select do |link|
          link.identifying && cycle.include?(link.from_id) && cycle.include?(link.to_id)
        end
        [ finding(model.fetch(cycle.first),
                  "These entities identify each other in a circle: #{[ *names, names.first ].join(' → ')}.",
                  *links.first(2).map { |link|
                    fix("#{link.label(model)}: identify no more") { |draft| draft.set(link.id, identifying: false) }
                  }) ]
      end
    end
  end
end
