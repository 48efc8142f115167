# frozen_string_literal: true

module Kelvath
  module Findings
    # What names are checked against: the standard that the model follows. Without one nobody asked.
    class NameCheck < ModelCheck
      heeds :entity, :attribute, :domain, :relationship, :subject_area, :header, *Metamodel::PHYSICAL

      private

      def found = standard.plain? ? [] : breaches.filter_map { |breach| found_in(breach) }

      def breaches = Renaming::Compliance.of(model, standard).breaches_in(part)
      def codes(breach) = breach.warnings.map(&:code)
      def sentence(breach) = "#{capital(title(breach.element))}: #{breach.warnings.map(&:text).join(' ')}"

      def rename(breach)
        breach.wanted && fix("Call it #{breach.wanted}") { |draft| draft.set(breach.element.id, name: breach.wanted) }
      end
    end

    # A word that the house does not want.
    class NameForbidden < NameCheck
      holds "No name has a forbidden or retired word in it."

      private

      def found_in(breach)
        finding(breach.element, sentence(breach), rename(breach)) if (codes(breach) & %i[forbidden retired]).any?
      end
    end

    # Letters, order, required parts and length.
    class NameAgainstRule < NameCheck
      holds "Names keep to the rulebook."
      JUDGED = %i[style begins ends class_word too_long cut reserved].freeze

      private

      def found_in(breach)
        return if (codes(breach) & JUDGED).empty? || codes(breach).include?(:forbidden)

        finding(breach.element, sentence(breach), *mendings(breach))
      end

      def mendings(breach) = codes(breach).include?(:out_of_step) ? [] : [ rename(breach), class_word(breach) ].compact

      # The class word that the lexicon gives for the attribute's domain.
      def class_word(breach)
        return unless breach.element.kind == :attribute && codes(breach).include?(:class_word)

        domain = model[breach.element.domain_id]&.name or return
        entry = standard.lexicon.entries.find { |each| each.class_word && each.domain_name.casecmp?(domain) } or return
        name = "#{breach.element.name} #{entry.name}"
        fix("Call it #{name}") { |draft| draft.set(breach.element.id, name:) }
      end
    end

    # Names that follow, and have been left behind.
    class NameOutOfStep < NameCheck
      holds "Physical names that follow are what the rulebook makes of the logical ones."
      weighs :hint

      private

      def found_in(breach)
        finding(breach.element, sentence(breach), rename(breach)) if codes(breach).include?(:out_of_step)
      end
    end

    # Words that nobody has explained.
    class NameUnknown < NameCheck
      holds "Every word of a name is in the lexicon."
      weighs :hint

      private

      def found
        return [] if part

        Renaming::Compliance.of(model, standard).unknown_words.map do |unknown|
          finding(unknown.elements.first, "“#{unknown.word}” is not in the lexicon; it stands " \
                                          "in #{unknown.count == 1 ? 'one name' : "#{unknown.count} names"}, such " \
                                          "as #{unknown.elements.first.label(model)}.")
        end
      end
    end
  end
end
