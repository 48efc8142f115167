# frozen_string_literal: true

module Kelvath
  module Naming
    module Learning
      # Learns from abbreviated names alone: every part that the lexicon does not know is compared with
      # the words that Kelvath ships, with those written out elsewhere in the model, and with what the
      # types of its columns say.
      class FromNames
        MOST_OTHERS = 4
        LEAST_JOINED = 5 # letters of a part that may be several run together
        LEAST = 0.3 # a weaker guess is not worth a person's time
        # [how sure, share of such guesses that are right]; measured by tools/calibrate_learning.rb on 4,700 short forms
        # of words that Kelvath ships. Nothing is promised to be surer than 0.98.
        CALIBRATION = [ [ 0.25, 0.32 ], [ 0.45, 0.32 ], [ 0.55, 0.35 ], [ 0.65, 0.35 ], [ 0.75, 0.4 ], [ 0.85, 0.58 ],
                        [ 0.95, 0.93 ], [ 1.05, 0.98 ] ].freeze
        # What a value of a type is likely to be called, at the end of a name.
        TYPE_WORDS = { "date" => %w[date day], "time" => %w[time hour], "timestamp" => %w[timestamp moment time date],
                       "boolean" => %w[flag indicator], "decimal" => %w[amount rate price percent percentage weight],
                       "integer" => %w[number quantity count identifier],
                       "text" => %w[name code text description reference type status] }.freeze

        # names: Name values; said: words that the model writes out in full (lower case).
        Name = Struct.new(:text, :type, keyword_init: true)

        # What a model's designs say: its names, and the words in its comments and definitions.
        def self.of(model, lexicon)
          platforms = model.all(:design).to_h { |design| [ design.id, Platforms.of(model, design) ] }
          names = model.all(:table).flat_map do |table|
            columns = Metamodel::Column.nested(model, table.id).map(&:first)
            [ Name.new(text: table.name), *columns.map { |column| Name.new(
              text: column.name, type: platforms[table.parent_id]&.logical_type(column.native_type)&.fetch(:type)
            ) } ]
          end
          new(names, lexicon, said: words_said(model), spelt: names_spelt(model))
        end

        # What names of the logical side say as it is, whatever its length; a short form that came in with an old
        # system's names is no word and says nothing.
        def self.names_spelt(model)
          names = model.all(:entity).map(&:name) + model.all(:attribute).map(&:name)
          names.flat_map { |name| Splitting.parts(name) }.select { |part| Dictionary.word?(part) }.to_set(&:downcase)
        end

        def self.words_said(model)
          texts = model.all(:table).map(&:comment) + model.all(:column).map(&:comment) +
                  model.all(:entity).flat_map { |entity| [ entity.name, entity.definition ] } +
                  model.all(:attribute).flat_map { |attribute| [ attribute.name, attribute.definition ] } +
                  model.all(:view).map(&:name)
          texts.flat_map { |text| Splitting.parts(text) }.map(&:downcase).select { |word| word.length > 3 }.to_set
        end

        # spelt: words that stand written out in names (lower case).
        def initialize(names, lexicon, said: Set.new, spelt: Set.new)
          @spelt = spelt
          @names = names.uniq
          @lexicon = lexicon
          @said = said | lexicon.entries.flat_map { |entry| Splitting.parts(entry.definition) }.map(&:downcase)
          @known = lexicon.entries.flat_map { |entry| Splitting.parts(entry.name) }.map(&:downcase).to_set
        end

        # Proposal values, the surest first.
        def proposals
          joined, single = places.partition { |part, _| split(part) }
          found = single.filter_map { |part, seen| proposal(part, seen) }
          (found + joined.map { |part, seen| split_proposal(part, seen, found) }).sort_by do |each|
            [ -each.confidence, each.short ]
          end
        end

        # Words that a part may stand for, [[word, weight], …], the best first.
        def candidates(part, seen = [])
          pool = Dictionary.beginning(part[0]) + @said.select { |word| word.start_with?(part[0]) }
          weighed = pool.uniq.filter_map do |word|
            fit = Abbreviation.fit(part, word)
            [ word, weight(part, word, fit, seen) ] if fit.positive?
          end
          merge_forms(weighed).sort_by { |word, weight| [ -weight, word ] }
        end

        # [how sure the best guess is, that word, the other words]; nil if none is worth a person's time. The measure
        # only says which guess is surer: CALIBRATION says how often one is right.
        def raw(part, seen = [])
          (word, weight), *others = candidates(part, seen)
          return if word.nil? || weight < LEAST

          share = weight / (weight + (others.first&.last || 0)) # one half when another word is as likely
          [ [ weight, 1 ].min * share * 1.4, word, others.map(&:first) ]
        end

        # The share of guesses as sure as that which are right: between the steps in a straight line.
        def calibrated(raw)
          above = CALIBRATION.index { |step, _| step > raw } || CALIBRATION.size
          return CALIBRATION.last.last if above == CALIBRATION.size
          return CALIBRATION.first.last if above.zero?

          (from, low), (to, high) = CALIBRATION[above - 1, 2]
          (low + ((high - low) * (raw - from) / (to - from))).round(2)
        end

        private

        # { part that nothing explains => [[name, whether it ends it], …] }
        def places
          @places ||= @names.each_with_object(Hash.new { |hash, part| hash[part] = [] }) do |name, found|
            parts(name.text).each_with_index do |part, index|
              found[part] << [ name, index == parts(name.text).size - 1 ] if unknown?(part)
            end
          end
        end

        # A part that is others run together, such as CRWMBR where CRW and MBR stand by themselves elsewhere.
        def split(part)
          return if part.length < LEAST_JOINED

          known = @names.flat_map { |name| parts(name.text) }.to_set if @singles.nil?
          @singles ||= known.select { |each| each.length.between?(2, 6) }.to_set
          Segmenting.by { |piece| piece != part && (@singles.include?(piece) || @lexicon.meanings(piece).any?) }
                    .split(part)
        end

        def split_proposal(part, seen, found)
          words = split(part).map { |piece| (@lexicon.meanings(piece).first || @lexicon.entry(piece))&.name&.downcase ||
                                            found.find { |proposal| proposal.short == piece }&.word || piece }
          Proposal.new(word: words.join(" "), short: part, confidence: 0.6,
                       evidence: [ "reads as #{split(part).map(&:upcase).join(' and ')}, which stand by themselves " \
                                   "elsewhere", *seen.map { |name, _| name.text }.uniq.first(3) ], others: [])
        end

        def parts(text) = (@parts ||= {})[text] ||= Splitting.parts(text).map(&:downcase)

        # Digits, single letters and words written out need nothing.
        def unknown?(part)
          part.length > 1 && part.match?(/\A[a-z]+\z/) && @lexicon.meanings(part).empty? &&
            @lexicon.match([ part ], 0).nil? && !written_out?(part)
        end

        def written_out?(part)
          return true if Lettering::FUNCTION_WORDS.include?(part) || @spelt.include?(part) || part == "id"

          return Dictionary.ranks.fetch(part, Float::INFINITY) < 2000 if part.length == 3

          part.length > 3 && (@said.include?(part) || Dictionary.whole?(part))
        end

        # How likely the word is meant: how well the part fits it, how common the word is, whether names
        # of data use it, whether this model says it, whether the type speaks for it.
        def weight(part, word, fit, seen)
          weight = fit * (1 - (Math.log(Dictionary.ranks.fetch(word, 28_000)) / 26))
          weight *= 1.45 if Dictionary.trade.include?(word)
          weight *= 1.6 if @said.include?(word)
          weight *= 0.45 if @known.include?(word)
          weight *= 1.3 if typed?(word, seen)
          weight *= 0.55 if word.length > part.length * 4
          weight *= 0.6 if inflected?(word)
          weight
        end

        # A known word with another short form is less likely to have a second one.
        def typed?(word, seen) = seen.any? { |name, last| last && TYPE_WORDS.fetch(name.type.to_s, []).include?(word) }

        def inflected?(word) = word.match?(/(s|ed|ly|ish)\z/) && !Dictionary.trade.include?(word)

        # A plural stands behind its singular.
        def merge_forms(weighed)
          words = weighed.to_h
          weighed.reject { |word, _| (singular = Inflection.singular(word)) != word && words.key?(singular) }
        end

        def proposal(part, seen)
          raw, word, others = raw(part, seen)
          return unless raw

          Proposal.new(word:, short: part, confidence: calibrated(raw), evidence: evidence(part, word, seen),
                       others: others.first(MOST_OTHERS))
        end

        def evidence(part, word, seen)
          [ "stands in #{seen.size} #{seen.one? ? 'name' : 'names'}",
            *("the model writes “#{word}” out" if @said.include?(word)),
            *("columns of its type are called so" if typed?(word, seen)),
            *seen.map { |name, _| name.text }.uniq.first(3) ]
        end
      end
    end
  end
end
