# frozen_string_literal: true

module Kelvath
  module Naming
    module Learning
      # Learns from names that stand in both forms: the words of each are laid beside the parts of the
      # other so that as many as possible fit, and what fits often is proposed.
      class FromPairs
        UNALIGNED = -0.35 # what a word or a part costs that belongs to nothing
        LEAST_FIT = 0.3
        LONGEST_PHRASE = 3 # words that one short form may stand for

        # pairs: [[name in words, physical name], …]
        def initialize(pairs, lexicon)
          @pairs = pairs
          @lexicon = lexicon
        end

        # Proposal values, the surest first; those that the lexicon has already are left out.
        def proposals
          votes = Hash.new { |hash, key| hash[key] = [] }
          @pairs.uniq.each do |words, name|
            aligned(words, name).each { |word, short, fit| votes[[ word, short ]] << [ fit, "#{words} = #{name}" ] }
          end
          shorts = votes.keys.group_by(&:last)
          votes.filter_map { |(word, short), seen| proposal(
            word, short, seen, shorts.fetch(short), votes
          ) unless known?(word, short) }.sort_by { |each| [ -each.confidence, each.short ] }
        end

        # [[words, short form, how well they fit], …] of one pair, those that are the same left out.
        def aligned(words, name)
          long = Splitting.parts(words).map(&:downcase)
          short = Splitting.parts(name).map(&:downcase)
          best(long, short).reject { |word, part, _| word == part }
        end

        private

        # The best way to lay parts beside words, in their order (as texts are aligned by dynamic programming:
        # Needleman and Wunsch, 1970).
        def best(long, short)
          table = Array.new(long.size + 1) { Array.new(short.size + 1) }
          (0..long.size).each do |row|
            (0..short.size).each { |column| table[row][column] = cell(table, long, short, row, column) }
          end
          table[long.size][short.size].last
        end

        def cell(table, long, short, row, column)
          return [ 0.0, [] ] if row.zero? && column.zero?

          options = []
          options << carried(table[row - 1][column]) if row.positive?
          options << carried(table[row][column - 1]) if column.positive?
          options.concat(matched(table, long, short, row, column)) if row.positive? && column.positive?
          options.max_by(&:first)
        end

        def carried(from) = [ from.first + UNALIGNED, from.last ]

        def matched(table, long, short, row, column)
          (1..[ LONGEST_PHRASE, row ].min).filter_map do |size|
            words = long[row - size, size]
            fit = words == [ short[column - 1] ] ? 1.2 : Abbreviation.fit_phrase(short[column - 1], words)
            before = table[row - size][column - 1]
            if fit >= LEAST_FIT
              [ before.first + (fit * size), [ *before.last, [ words.join(" "), short[column - 1], fit ] ] ]
            end
          end
        end

        def known?(word, short) = @lexicon.entry(word)&.short_forms&.any? { |each| each.casecmp?(short) }

        # Sure is what fits well, was seen more than once, and is what the short form mostly stands for.
        def proposal(word, short, seen, rivals, votes)
          share = seen.size.to_f / rivals.sum { |rival| votes[rival].size }
          fit = seen.sum(&:first) / seen.size
          confidence = (fit * share * (1 - (0.35 / seen.size))).clamp(0.0, 0.99).round(2)
          evidence = [ "stands in #{seen.size} #{seen.one? ? 'pair' : 'pairs'}", *seen.map(&:last).first(3) ]
          Proposal.new(word:, short:, confidence:, evidence:, others: rivals.map(&:first) - [ word ])
        end
      end
    end
  end
end
