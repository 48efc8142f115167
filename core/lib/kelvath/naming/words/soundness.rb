# frozen_string_literal: true

module Kelvath
  module Naming
    # What must hold in a lexicon and a rulebook, whatever is done to them.
    module Soundness
      SHORT_FORM = /\A[[:alnum:]]+\z/

      module_function

      # InvalidChange::Problem values of the elements that a change touched; model: as it would be.
      def problems(touched, model)
        entries = touched.select { |element| element.kind == :lexicon_entry }
        touched.select { |element| element.kind == :name_rule }.flat_map { |rule| rule_problems(rule, model) } +
          entries.flat_map { |entry| entry_problems(entry) } + circles(entries, model)
      end

      # What is wrong with an entry by itself, as [field, sentence] pairs.
      def entry_faults(entry)
        bad = entry.short_forms.reject { |short| short.match?(SHORT_FORM) }
        [ ([ :name,
             "“#{entry.name}” has no letter or digit in it; a word is needed." ] if Lexicon.key(entry.name).empty?),
          *bad.map { |short| [ :short_forms, "The short form “#{short}” of “#{entry.name}” has other characters than " \
                                             "letters and digits; take them out." ] },
          ([ :instead, "“#{entry.name}” cannot be said instead of itself." ] if !entry.instead.empty? &&
            Lexicon.key(entry.instead) == Lexicon.key(entry.name)) ].compact
      end

      # Circles of what to say instead, as lists of entries; by_key: { Lexicon.key => entry }.
      def instead_circles(entries, by_key)
        entries.filter_map do |entry|
          path = [ entry ]
          path << by_key[Lexicon.key(path.last.instead)] while path.last && !path.last.instead.empty? &&
                                                               path.uniq.size == path.size
          path if path.size > 2 && path.last == entry
        end
      end

      def entry_problems(entry) = entry_faults(entry).map { |field, message| problem(entry, field, message) }

      def circles(entries, model)
        return [] if entries.all? { |entry| entry.instead.empty? }

        by_key = model.all(:lexicon_entry).to_h { |entry| [ Lexicon.key(entry.name), entry ] }
        instead_circles(entries, by_key).map { |path| problem(path.first, :instead, circle_words(path)) }
      end

      def circle_words(path) = "What to say instead goes in a circle: #{path.map(&:name).join(' → ')}."

      def rule_problems(rule, model)
        twin = model.all(:name_rule).count { |other| other.of == rule.of } > 1
        [ (problem(rule, :of, "There is a rule for #{rule.label(model)} already.") if twin), pattern_problem(rule),
          affix_problem(rule) ].compact
      end

      def pattern_problem(rule)
        Pattern.check(rule.of, rule.pattern) if Metamodel::NameRule::PATTERNED.include?(rule.of)
        nil
      rescue InvalidValue => error
        problem(rule, :pattern, error.message)
      end

      # A name that is nothing but its prefix and suffix says nothing.
      def affix_problem(rule)
        return if rule.limit.nil? || rule.prefix.bytesize + rule.suffix.bytesize + Fitting::LEAST_BODY <= rule.limit

        problem(rule, :limit,
                "Prefix and suffix leave less than #{Fitting::LEAST_BODY} of #{rule.limit} bytes for the name itself.")
      end

      def problem(element, field, message) = InvalidChange::Problem.new(element_id: element.id, field:, message:)
    end
  end
end
