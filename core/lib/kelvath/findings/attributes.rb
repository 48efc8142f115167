# frozen_string_literal: true

module Kelvath
  module Findings
    # An attribute can be stored only when its type is known.
    class TypeMissing < Check
      holds "Every attribute has a domain or a type."
      looks_at :attribute
      heeds :entity, :domain

      def concerned(change) = super + typed_by(change)

      private

      def about(attribute)
        return [] unless type_name(attribute).empty?

        [ finding(attribute, "#{owner_name(attribute)} · #{attribute.name} has neither domain nor type.",
                  *guesses(attribute)) ]
      end

      WORDS = { "text" => /name|title|code|reference|description|address|email|phone|kind|status/i,
                "date" => /\b(date|on|from|to|until)\z/i,
                "timestamp" => /\b(at|time|moment|departure|arrival)\z/i,
                "decimal" => /amount|price|cost|rate|total|weight|length|height|width/i,
                "boolean" => /\A(is|has|needs)\b|flag/i,
                "integer" => /count|number|quantity|minutes|order|capacity/i }.freeze

      # The domain of its class word, one whose name stands in the attribute's, or what the words suggest.
      def guesses(attribute)
        words = attribute.name.downcase
        domain = class_word_domain(attribute) || model.all(:domain)
          .select { |each| words.end_with?(each.name.downcase) }.max_by { |each| each.name.length }
        if domain
          return [ fix("Use the domain #{domain.name}") { |draft| draft.set(attribute.id, domain_id: domain.id) } ]
        end

        type = WORDS.find { |_, pattern| attribute.name.match?(pattern) }&.first || "text"
        [ fix("Make it #{type}") { |draft| draft.set(attribute.id, type:) } ]
      end

      def class_word_domain(attribute)
        suggested = standard.lexicon.entry(Naming::Splitting.parts(attribute.name).last.to_s)&.then do |entry|
          entry.domain_name if entry.class_word
        end
        model.all(:domain).find { |domain| domain.name.casecmp?(suggested) } if suggested && !suggested.empty?
      end
    end

    # Text without a length is cut differently everywhere.
    class LengthMissing < Check
      holds "Text says how long it may be."
      weighs :hint
      looks_at :domain, :attribute
      heeds :entity

      def concerned(change) = super + typed_by(change)

      private

      def about(element)
        return [] unless sized?(element, "text") && type_of(element).length.nil?

        [ finding(element, "#{capital(title(element))} is text without a length.",
                  fix("Give it 60 characters") { |draft| draft.set(element.id, length: 60) },
                  fix("Make it long text") { |draft| draft.set(element.id, type: "long_text") }) ]
      end

      # Is it a domain of a type, or an attribute that has it from itself?
      def sized?(element, name) = (element.kind == :domain || element.type == name) && type_name(element) == name
    end

    # A decimal number without precision is rounded by chance.
    class PrecisionMissing < LengthMissing
      holds "Decimal numbers say how many digits they have."
      weighs :hint

      private

      def about(element)
        return [] unless sized?(element, "decimal") && type_of(element).precision.nil?

        [ finding(element, "#{capital(title(element))} is decimal without a precision.",
                  fix("Give it nine digits, two of them behind the point") { |draft|
                    draft.set(element.id, precision: 9, scale: 2)
                  }) ]
      end
    end

    # What migrates need not, and must not, be typed by hand.
    class HandMadeKeyCopy < Check
      holds "No attribute repeats a key that a relationship brings anyway."
      looks_at :entity

      def concerned(change) = change.cards.to_a

      private

      def about(entity)
        own, migrated = keys.held(entity.id).partition(&:own?)
        return [] if migrated.empty?

        copies = migrated.flat_map { |held| names_of(held).map { |name| [ name, held ] } }.reverse.to_h
        own.reject { |held| held.origin.nil? || held.name.casecmp?("#{entity.name} id") }.filter_map do |held|
          other = copies[held.name.downcase] or next
          finding(held.origin,
                  "#{entity.name} · #{held.name} looks like a copy of #{other.name}, which migrates here by itself.",
                  fix("Remove the copy") { |draft| draft.remove(held.id) })
        end
      end

      # What a copy by hand would be called: "Vessel Hull Number" of Hull Number of Vessel; or the numbered name that
      # a clash made.
      def names_of(held)
        link = model[held.via.first]
        parent = model[link.kind == :relationship ? Logical::Cardinality.parent_id(link) : link.parent_id]
        [ held.name, held.name.sub(/ \d+\z/, ""), "#{parent.name} #{held.origin&.name}",
          "#{parent.name} Id" ].map(&:downcase)
      end
    end
  end
end
