# frozen_string_literal: true

module Kelvath
  module Naming
    # A physical name to words: the prefix and suffix of the rule it was written by are taken off, each
    # part is looked up as a word, a phrase or a short form, and what a short form means is decided by
    # the words beside it.
    class ToWords
      REMEMBERED = 10_000 # names that mean the same whatever stands beside them; the same ones recur all over a model
      LEAST_GUESSED = 4 # letters of an unknown part that may be several known ones run together

      # rule: how names read (a NameRule of the logical side); written: the rule such names are written
      # by, so that its prefix and suffix are known.
      def initialize(lexicon, rule, written:)
        @lexicon = lexicon
        @rule = rule
        @written = written
        @own_case = {}
        @clear = {}
      end

      # beside: words that stand near, such as the name of the table in words; drop: words that stand in
      # front only because the rule puts them there; domain: the name of a value's domain, if known.
      def translate(name, beside: [], drop: [], domain: nil)
        @clear.clear if @clear.size > REMEMBERED
        @clear.fetch([ name, drop ]) do |key|
          translated(name, beside, drop, domain).tap do |found|
            @clear[key] = found if found.steps.all? { |step| step.others.empty? }
          end
        end
      end

      private

      def translated(name, beside, drop, domain)
        body = bare(name)
        tokens = Splitting.parts(body)
        steps = read(tokens.map { |token| [ token, nil ] }, beside, domain)
        if drop.any? && steps.size > drop.size &&
           steps.first(drop.size).map { |step| step.text.downcase } == drop.map(&:downcase)
          steps = steps.drop(drop.size)
        end

        Translation.new(text: spell(name, steps), steps:, warnings: warnings(steps),
                        ways: body == name ? [] : [ "“#{name.sub(body, "…")}” taken off" ], losses: [])
      end

      def bare(name)
        [ [ @written.prefix, :start_with?, ->(text, part) { text[part.length..] } ],
          [ @written.suffix, :end_with?,
            ->(text, part) { text[0...-part.length] } ] ].reduce(name) do |text, (part, test, strip)|
          if part.empty? || text.length <= part.length || !text.downcase.public_send(test, part.downcase)
            text
          else
            strip.call(text, part)
          end
        end
      end

      def read(pairs, beside, domain)
        tokens = pairs.map(&:first)
        keys = tokens.map(&:downcase)
        steps = []
        index = 0
        while index < tokens.size
          match = @lexicon.match(keys, index)
          found = match ? [ spelled(tokens[index, match.size], match) ] :
                    part(tokens[index], keys, beside, index == tokens.size - 1, domain)
          steps.concat(found)
          index += match&.size || 1
        end
        steps
      end

      # A whole word: as the lexicon spells it, in the number in which it stands.
      def spelled(words, match)
        entry = match.entry
        text = match.plural ? (entry.plural.empty? ? Inflection.plural(entry.name) : entry.plural) : entry.name
        Step.new(word: words.join(" "), text:, entry:, mark: mark(entry))
      end

      def part(token, keys, beside, last, domain)
        meanings = @lexicon.meanings(token)
        return [ chosen(token, meanings, keys, beside, last, domain) ] if meanings.any?
        return [ Step.new(word: token, text: token, entry: nil, mark: :number) ] if token.match?(/\A\d+\z/)

        numbered(token, keys, beside, domain) || run_together(token) ||
          [ Step.new(word: token, text: kept(token), entry: nil, mark: joint?(token) ? :number : :unknown) ]
      end

      def joint?(token) = Lettering::FUNCTION_WORDS.include?(token.downcase)

      def chosen(token, meanings, keys, beside, last, domain)
        if meanings.one?
          return Step.new(word: token, text: meanings.first.name, entry: meanings.first, mark: mark(meanings.first))
        end

        entry, *others = meanings.each_with_index.sort_by { |meaning, rank|
          [ -weight(meaning, token, keys, beside, last, domain), rank ]
        }.map(&:first)
        Step.new(word: token, text: entry.name, entry:, mark: mark(entry), others:)
      end

      # What stands beside it says most; then what kind of value it is; then what people prefer.
      def weight(entry, token, keys, beside, last, domain)
        near = entry.context.count { |word| (keys + beside).any? { |other| other.casecmp?(word) ||
          @lexicon.meanings(other).any? { |meaning| meaning.name.casecmp?(word) } } }
        (near * 8) + (entry.domain_name.casecmp?(domain.to_s) ? 4 : 0) + (last && entry.class_word ? 2 : 0) +
          (entry.status == "approved" ? 1 : 0) + (entry.short_forms.first.casecmp?(token) ? 1 : 0) -
          (%w[retired forbidden].include?(entry.status) ? 6 : 0)
      end

      # "ADR2" is the short form ADR and a number.
      def numbered(token, keys, beside, domain)
        stem, digits = token.match(/\A(.*?[[:alpha:]])(\d+)\z/)&.captures
        return unless stem && (@lexicon.match([ stem.downcase ], 0) || @lexicon.meanings(stem).any?)

        [ *read([ [ stem, nil ] ], beside + keys, domain),
          Step.new(word: digits, text: digits, entry: nil, mark: :number) ]
      end

      # Several known parts without anything between them: fewest parts first.
      def run_together(token)
        return if token.length < LEAST_GUESSED || @lexicon.empty? || Dictionary.word?(token)

        parts = Segmenting.by { |part| @lexicon.meanings(part).any? || @lexicon.entry(part) }.split(token.downcase) or
          return
        at = 0
        parts.map do |part|
          text = token[at, part.length]
          at += part.length
          entry = @lexicon.entry(part) || @lexicon.meanings(part).first
          Step.new(word: text, text: entry.name, entry:, mark: :guessed)
        end
      end

      # A part in capitals may be short for something, so it stays; unless it is a word.
      def kept(token)
        if token == token.upcase && !@lexicon.empty? && (Dictionary.word?(token) || Dictionary.whole?(token))
          token.downcase
        else
          token
        end
      end

      def mark(entry) = entry.status == "approved" ? :known : entry.status.to_sym

      def spell(name, steps)
        said = steps.flat_map do |step|
          step.entry && own_case?(step.entry) ? [ [ step.text, true ] ] : step.text.split.map { |word| [ word, false ] }
        end
        cased = Lettering.cased(said.map(&:first), @rule[:case] == "as written" ? "Capitalised" : @rule[:case])
        text = numbered_words(said.zip(cased).map { |(word, own), written| own ? word : written }).join(" ")
        text.empty? ? name : text
      end

      # A word that the lexicon writes with capitals within, such as ETA, keeps them.
      def own_case?(entry)
        return @own_case[entry.id] if @own_case.key?(entry.id)

        @own_case[entry.id] = entry.name.match?(/[[:upper:]]/) &&
                              entry.name != Lettering.cased(entry.name.split.map(&:downcase), "Capitalised").join(" ")
      end

      def numbered_words(words)
        return words if @rule.number == "as written" || words.empty?

        known = @lexicon.match([ words.last.downcase ], 0)
        singular = known ? (known.plural ? Lettering.upper_first(known.entry.name) : words.last) :
                     Dictionary.singular(words.last)
        [ *words[0..-2], @rule.number == "singular" ? singular : Inflection.plural(singular) ]
      end

      def warnings(steps)
        steps.flat_map do |step|
          case step.mark
          when :unknown
            @lexicon.empty? ? [] : [ Warning.new(code: :unknown, text: "“#{step.word}” is not in the lexicon.") ]
          when :guessed then [ Warning.new(
            code: :guessed, text: "“#{step.word}” is read as “#{step.text}”, with nothing between the parts."
          ) ]
          else ambiguous(step) + unwanted(step)
          end
        end
      end

      def ambiguous(step)
        return [] if step.others.empty?

        [ Warning.new(code: :ambiguous,
                      text: "“#{step.word}” is short " \
                            "for #{[ step.entry, *step.others ].map { |entry| "“#{entry.name}”" }.join(' and ')}.") ]
      end

      def unwanted(step)
        return [] unless %i[retired forbidden].include?(step.mark)

        instead = @lexicon.instead(step.entry)
        [ Warning.new(code: step.mark,
                      text: "“#{step.entry.name}” is #{step.mark}#{"; say “#{instead}”" if instead}.") ]
      end
    end

    # Known words and short forms in a run of letters with nothing between them.
    class Segmenting
      SHORTEST = 2

      # The block tells whether a part is known.
      def self.by(&known) = new(known)

      def initialize(known)
        @known = known
      end

      # The fewest known parts that make the text (lower case) up, two at least; nil if there are none.
      def split(text)
        best = [ [] ] # best[n]: parts of the first n letters
        (1..text.length).each do |to|
          best[to] = (0..(to - SHORTEST)).filter_map { |from|
            best[from] && @known.call(text[from...to]) ? [ *best[from], text[from...to] ] : nil
          }.min_by(&:size)
        end
        found = best[text.length]
        found if found && found.size > 1
      end
    end
  end
end
