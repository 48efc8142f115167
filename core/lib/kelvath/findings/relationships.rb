# frozen_string_literal: true

module Kelvath
  module Findings
    # A database cannot hold many to many in one line.
    class UnresolvedManyToMany < Check
      holds "At the logical stage a many-to-many relationship has become an entity."
      weighs :hint
      looks_at :relationship
      heeds :entity

      private

      def about(link)
        return [] unless Logical::Cardinality.many_to_many?(link)

        [ finding(link, "#{link.label(model)} is many to many.",
                  transform("Resolve it into an entity", "resolve", id: link.id)) ]
      end
    end

    # If each must have the other, neither can be written first.
    class MandatoryAtBothEnds < Check
      holds "At one end at least a relationship is optional."
      looks_at :relationship
      heeds :entity

      private

      def about(link)
        return [] if %i[from to].any? { |side| Logical::Cardinality.optional?(link, side) }
        return [] if Logical::Cardinality.many_to_many?(link)

        child = Logical::Cardinality.other(Logical::Cardinality.parent_side(link))
        parent = model.fetch(Logical::Cardinality.parent_id(link)).name
        [ finding(link, "#{link.label(model)}: each must have the other, so neither can come first.",
                  fix("Let a #{parent} be without") { |draft| draft.set(link.id, "#{child}_least": 0) }) ]
      end
    end

    # A line without a verb cannot be read.
    class MissingVerbPhrase < Check
      holds "Every relationship has a verb phrase."
      weighs :hint
      looks_at :relationship
      heeds :entity

      private

      def about(link)
        return [] unless link.phrase.empty? && link.inverse_phrase.empty?

        ends = [ link.from_id, link.to_id ].map { |id| model.fetch(id).name }
        [ finding(link, "The relationship of #{ends.join(' and ')} has no verb phrase.",
                  fix("Call it “have”, and “belong to” the other way") { |draft|
                    draft.set(link.id, phrase: "have", inverse_phrase: "belong to")
                  }) ]
      end
    end

    # "Each Site may contains many Plots" is no sentence.
    class VerbPhraseNotPlain < Check
      holds "Verb phrases are kept as they stand after “may” and “must”: contain, be held by."
      weighs :hint
      looks_at :relationship

      private

      def about(link)
        meant = %i[phrase inverse_phrase].to_h { |field| [ field, Logical::Phrase.meant(link[field]) ] }.compact
        return [] if meant.empty?

        said, better = [ meant.keys.map { |field| link[field] }, meant.values ].map do |texts|
          texts.map { |text| "“#{text}”" }.join(" and ")
        end
        [ finding(link, "The verb phrase #{said} does not read after “may” and “must”; #{better} would.",
                  fix("Say #{better}") { |draft| draft.set(link.id, **meant) }) ]
      end
    end

    # Two keys of the same parent need names that tell them apart.
    class RoleNameNeeded < Check
      holds "Relationships between the same two entities, and of an entity with itself, have role names."
      looks_at :relationship
      heeds :entity

      # All that lie beside a changed one.
      def concerned(change) = change.touched(:relationship).flat_map { |link| [ link.id, *parallel(link).map(&:id) ] }

      private

      def about(link)
        return [] if Logical::Cardinality.many_to_many?(link)

        unnamed(parallel(link)).any? { |other| other.equal?(link) } ? [ needed(link) ] : []
      end

      # Those with the same parent and child, in order.
      def parallel(link)
        ends = ends(link)
        beside = model.referrers(link.from_id, :relationship).select { |other| ends(other) == ends }
        beside.reject { |other| Logical::Cardinality.many_to_many?(other) }
      end

      def ends(link) = [ Logical::Cardinality.parent_id(link), Logical::Cardinality.child_id(link) ]

      # All but one may go unnamed among parallels; a recursive one never.
      def unnamed(list)
        blank = list.select { |link| link.role_name.empty? }
        Logical::Cardinality.recursive?(list.first) ? blank : (blank.size > 1 ? blank.drop(1) : [])
      end

      def needed(link)
        parent = model.fetch(Logical::Cardinality.parent_id(link)).name
        phrase = Logical::Cardinality.parent_side(link) == :from ? link.inverse_phrase : link.phrase
        role = phrase.empty? ? "Other #{parent}" :
                 phrase.split(" ").reject { |word| %w[be is a the].include?(word) }.map(&:capitalize).first(2).join(" ")
        finding(link, "#{link.label(model)} brings a key of #{parent} that only a role name tells from others.",
                fix("Call the role “#{role}”") { |draft| draft.set(link.id, role_name: role) })
      end
    end
  end
end
