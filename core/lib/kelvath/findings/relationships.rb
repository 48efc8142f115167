# frozen_string_literal: true

module Kelvath
  module Findings
    # A database cannot hold many to many in one line.
    class UnresolvedManyToMany < Check
      holds "At the logical stage a many-to-many relationship has become an entity."
      weighs :hint

      def all
        model.all(:relationship).select { |link| Logical::Cardinality.many_to_many?(link) }.map do |link|
          finding(link, "#{Describing.label(link, model)} is many to many.", transform("Resolve it into an entity", "resolve", id: link.id))
        end
      end
    end

    # If each must have the other, neither can be written first.
    class MandatoryAtBothEnds < Check
      holds "At one end at least a relationship is optional."

      def all
        model.all(:relationship).select { |link| %i[from to].none? { |side| Logical::Cardinality.optional?(link, side) } && !Logical::Cardinality.many_to_many?(link) }.map do |link|
          child = Logical::Cardinality.other(Logical::Cardinality.parent_side(link))
          parent = model.fetch(Logical::Cardinality.parent_id(link)).name
          finding(link, "#{Describing.label(link, model)}: each must have the other, so neither can come first.",
                  fix("Let a #{parent} be without") { |draft| draft.set(link.id, "#{child}_least": 0) })
        end
      end
    end

    # A line without a verb cannot be read.
    class MissingVerbPhrase < Check
      holds "Every relationship has a verb phrase."
      weighs :hint

      def all
        model.all(:relationship).select { |link| link.phrase.empty? && link.inverse_phrase.empty? }.map do |link|
          finding(link, "The relationship of #{model.fetch(link.from_id).name} and #{model.fetch(link.to_id).name} has no verb phrase.",
                  fix("Call it “have”, and “belong to” the other way") { |draft| draft.set(link.id, phrase: "have", inverse_phrase: "belong to") })
        end
      end
    end

    # Two keys of the same parent need names that tell them apart.
    class RoleNameNeeded < Check
      holds "Relationships between the same two entities, and of an entity with itself, have role names."

      def all
        links = model.all(:relationship).reject { |link| Logical::Cardinality.many_to_many?(link) }
        parallel = links.group_by { |link| [ Logical::Cardinality.parent_id(link), Logical::Cardinality.child_id(link) ] }
        parallel.each_value.flat_map { |list| unnamed(list).map { |link| needed(link) } }
      end

      private

      # All but one may go unnamed among parallels; a recursive one never.
      def unnamed(list)
        blank = list.select { |link| link.role_name.empty? }
        Logical::Cardinality.recursive?(list.first) ? blank : (blank.size > 1 ? blank.drop(1) : [])
      end

      def needed(link)
        parent = model.fetch(Logical::Cardinality.parent_id(link)).name
        phrase = Logical::Cardinality.parent_side(link) == :from ? link.inverse_phrase : link.phrase
        role = phrase.empty? ? "Other #{parent}" : phrase.split(" ").reject { |word| %w[be is a the].include?(word) }.map(&:capitalize).first(2).join(" ")
        finding(link, "#{Describing.label(link, model)} brings a key of #{parent} that only a role name tells from others.",
                fix("Call the role “#{role}”") { |draft| draft.set(link.id, role_name: role) })
      end
    end
  end
end
