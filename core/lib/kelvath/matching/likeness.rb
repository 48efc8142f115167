# frozen_string_literal: true

module Kelvath
  module Matching
    # Finds what is alike on both sides though it has another name. Every side of a likeness is a number from 0 to 1;
    # their weighted mean over those that both can tell is the score.
    class Likeness
      KINDS = %i[domain entity table view attribute column].freeze
      # What counts of things with parts, and of those without.
      WHOLES = { parts: 0.4, name: 0.2, types: 0.15, ends: 0.15, told: 0.2 }.freeze
      SINGLES = { name: 0.5, types: 0.25, ends: 0.1, told: 0.25 }.freeze
      LEAST = { domain: 0.6, entity: 0.45, table: 0.45, view: 0.6, attribute: 0.5, column: 0.5 }.freeze
      ROUNDS = 3 # what was found tells more of what it is joined with
      NEAR = 12 # candidates that are weighed in full, for each
      COMMON = 40 # holders of a mark from which on it leads to no candidates
      FEW = 40 # of which all are weighed against all
      SHORT = 0.8 # how alike a word and its short form are

      # found: the Correspondence so far; it grows while pairs are yielded.
      def initialize(left, right, found)
        @ours = Profiles.new(left) { |id| id }
        @theirs = Profiles.new(right) { |id| found.left_of(id) }
      end

      # Yields [Element on the left, Element on the right, score] of two lists of one kind, each of them once.
      def pairs(mine, theirs, &found)
        ROUNDS.times do
          fresh = round(mine, theirs)
          fresh.each(&found)
          mine -= fresh.map(&:first)
          theirs -= fresh.map { |_, other, _| other }
          break if fresh.empty? || mine.empty? || theirs.empty?
        end
      end

      # [[Element on the left, score], …] of those most like one on the right, the most alike first. mine: the same list
      # for all that are asked for among its elements.
      def nearest(mine, other, most: NEAR)
        @asked ||= {}.compare_by_identity
        weights, candidates = @asked[mine] ||= begin
          known = mine.map { |each| @ours.of(each) }
          [ weigh(known), candidates(known, known) ]
        end
        @weights = weights
        profile = @theirs.of(other)
        candidates.(profile).map { |each| [ each.element, score(each, profile) ] }
                  .sort_by { |each, score| [ -score, each.id ] }.first(most)
      end

      private

      def round(mine, theirs)
        ours, others = mine.map { |each| @ours.of(each) }, theirs.map { |each| @theirs.of(each) }
        weigh(ours + others)
        candidates = candidates(ours, others)
        scored = others.flat_map do |other|
          candidates.(other).filter_map do |one|
            score = score(one, other)
            [ one.element, other.element, score ] if score >= least(one, mine, theirs)
          end
        end
        once(scored)
      end

      # Where one is left on each side, less is enough.
      def least(profile, mine, theirs)
        LEAST.fetch(profile.element.kind) - (mine.one? && theirs.one? ? 0.1 : 0.0)
      end

      # The best first, each element in one pair.
      def once(scored)
        mine, theirs = Set.new, Set.new
        scored.sort_by { |one, other, score| [ -score, one.id, other.id ] }.select do |one, other, _|
          next if mine.include?(one.id) || theirs.include?(other.id)

          mine << one.id
          theirs << other.id
        end
      end

      # What few have says more of a thing than what many have (inverse document frequency, Spärck Jones 1972).
      def weigh(profiles)
        holders = profiles.flat_map { |each| (each.parts + each.part_words).to_a }.tally
        @weights = holders.transform_values { |count| Math.log(1.0 + profiles.size.fdiv(count)) }
      end

      # What answers the profiles that share rare marks with one.
      def candidates(ours, others)
        return ->(_) { ours } if ours.size * others.size <= FEW * FEW

        holders = Hash.new { |known, mark| known[mark] = [] }
        ours.each { |each| marks(each).each { |mark| holders[mark] << each } }
        common = [ COMMON, ours.size / 20 ].max
        holders.reject! { |_, list| list.size > common }
        lambda do |other|
          shared = Hash.new(0.0).compare_by_identity
          marks(other).each do |mark|
            list = holders.fetch(mark, Model::NONE)
            list.each { |each| shared[each] += 1.0 / list.size }
          end
          shared.max_by(NEAR) { |_, weight| weight }.map(&:first)
        end
      end

      # What likely candidates have in common.
      def marks(profile)
        [ *profile.parts.map { |each| [ :part, each ] }, *profile.part_words.map { |each| [ :word, each ] },
          *profile.pairs.map { |each| [ :pair, each ] }, *profile.ends.map { |each| [ :end, each ] },
          [ :types, profile.types ], ([ :told, profile.told ] unless profile.told.empty?) ].compact
      end

      def score(one, other)
        wholes = Profiles::PARTS[one.element.kind]
        weights = wholes ? WHOLES : SINGLES
        sum = total = 0.0
        weights.each do |side, weight|
          alike = send(side, one, other) or next
          sum += alike * weight
          total += weight
        end
        total.zero? ? 0.0 : (sum / total).round(3)
      end

      def parts(one, other)
        return if one.parts.empty? || other.parts.empty?

        (shared(one.parts, other.parts) + shared(one.part_words, other.part_words)) / 2
      end

      # The weight of what both have, of that of what either has (weighted Jaccard).
      def shared(one, other)
        both = one & other
        common = both.sum { |each| @weights.fetch(each, 1.0) }
        all = (one | other).sum { |each| @weights.fetch(each, 1.0) }
        all.zero? ? 0.0 : common / all
      end

      def name(one, other)
        return if one.name.empty? || other.name.empty?
        return 1.0 if one.name == other.name

        [ dice(one.pairs, other.pairs), wording(one.words, other.words) ].max
      end

      def dice(one, other) = (2.0 * (one & other).size) / (one.size + other.size)

      # How many of the words are in both names, whole or as a short form.
      def wording(one, other)
        few, many = [ one, other ].sort_by(&:size)
        found = few.sum do |word|
          next 1.0 if many.include?(word)

          many.any? { |each| short?(word, each) || short?(each, word) } ? SHORT : 0.0
        end
        found / many.size
      end

      # Is a word a short form of another: its first letter, and of the others some in their order?
      def short?(short, long)
        return false unless short.length >= 2 && short.length < long.length && short[0] == long[0]

        at = 0
        short.each_char.all? { |letter| (at = long.index(letter, at)) && (at += 1) }
      end

      def types(one, other)
        return if one.types.empty? || other.types.empty?

        keys = one.types.keys | other.types.keys
        both, all = keys.reduce([ 0, 0 ]) do |(least, most), key|
          counts = [ one.types.fetch(key, 0), other.types.fetch(key, 0) ]
          [ least + counts.min, most + counts.max ]
        end
        both.fdiv(all)
      end

      def ends(one, other)
        return if one.ends.empty? || other.ends.empty?

        (one.ends & other.ends).size.fdiv((one.ends | other.ends).size)
      end

      def told(one, other)
        return if one.told.empty? || other.told.empty?

        one.told == other.told ? 1.0 : shared_words(one.told, other.told)
      end

      def shared_words(one, other)
        one, other = [ one, other ].map { |text| Profiles.words(text).to_set }
        (one & other).size.fdiv([ (one | other).size, 1 ].max)
      end
    end
  end
end
