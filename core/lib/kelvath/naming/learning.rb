# frozen_string_literal: true

require_relative "learning/abbreviation"
require_relative "learning/from_pairs"
require_relative "learning/from_names"

module Kelvath
  module Naming
    # Lexicon entries proposed from names that exist.
    module Learning
      # word and short: what would be entered; confidence: 0 to 1; evidence: sentences and names; others:
      # words that it may stand for as well.
      Proposal = Struct.new(:word, :short, :confidence, :evidence, :others, keyword_init: true)

      module_function

      # What a model teaches: pairs of its logical and physical names where the two differ in more than
      # their spelling, then parts that nothing explains. Proposal values, one for each short form, the surest first.
      def of(model, lexicon)
        pairs = FromPairs.new(pairs(model), lexicon).proposals.group_by(&:short).map { |_, list| list.first }
        known = pairs.map(&:short).to_set
        names = FromNames.of(model, lexicon).proposals.reject { |proposal| known.include?(proposal.short) }
        (pairs + names).sort_by { |proposal| [ -proposal.confidence, proposal.short ] }
      end

      # [[name in words, physical name], …] of everything in a model that stands on both sides, and of
      # tables and columns whose comment is as short as a name.
      def pairs(model)
        found = (model.all(:table) + model.all(:column)).flat_map do |element|
          source = model[element.source_id]
          [ ([ source.name, element.name ] if source && %i[entity attribute].include?(source.kind)),
            ([ element.comment, element.name ] if element.comment.match?(/\A[[:alpha:]][[:alnum:] '-]{2,50}\z/)) ]
              .compact
        end
        found.reject { |words, name| Lexicon.key(words) == Lexicon.key(name) }
      end

      # ChangeSet for a lexicon (its model) that takes proposals in. A word that it has already gets the
      # short form behind its own; new ones are proposed until somebody approves them.
      def take(model, proposals, ids:, source: "Learned")
        lexicon = Lexicon.of(model)
        Draft.change(model, ids:) do |draft|
          proposals.group_by { |proposal| Lexicon.key(proposal.word) }.each do |word, list|
            shorts = list.map { |proposal| proposal.short.upcase }
            entry = lexicon.entry(word)
            if entry
              draft.set(entry.id, short_forms: entry.short_forms | shorts)
            else
              draft.add(:lexicon_entry, name: Lettering.cased(word.split, "Capitalised").join(" "), short_forms: shorts,
                        status: "proposed", source:)
            end
          end
        end
      end
    end
  end
end
