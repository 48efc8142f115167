# frozen_string_literal: true

module Kelvath
  module Naming
    # Words to a physical name by one rule of a rulebook: the words are found in the lexicon, put in
    # order, shortened as the rule wants and as far as the limit asks, then cased and joined.
    class ToPhysical
      # A run of words while it is worked on. word: as it stood; text: as it is now.
      class Part
        attr_reader :word, :match, :entry
        attr_accessor :text, :short

        def initialize(word, text, match)
          @word = word
          @text = text
          @match = match
          @entry = match&.entry
          @short = false
        end

        def tokens = short ? [ text ] : Splitting.parts(text)
        def class_word? = entry&.class_word
      end

      # limit: bytes a name may have, nil for any; reserved: a set of lower-case words.
      def initialize(lexicon, rule, limit: nil, reserved: [])
        @lexicon = lexicon
        @rule = rule
        @limit = [ limit, rule.limit ].compact.min
        @reserved = reserved
        @known = {}
        @fitting = Fitting.new(rule, @limit)
      end

      # Text as a person writes it -> Translation.
      def translate(text) = @known[text] ||= Job.new(@lexicon, @rule, @fitting, @reserved).translate(text)

      # One name on its way.
      class Job
        def initialize(lexicon, rule, fitting, reserved)
          @lexicon = lexicon
          @rule = rule
          @fitting = fitting
          @reserved = reserved
          @warnings = []
          @ways = []
          @losses = []
        end

        def translate(text)
          parts = Arranging.new(@rule, @losses, @ways).arrange(found(Splitting.parts(text)))
          check_parts(parts)
          parts.each { |part| shorten(part) } if @rule.shortening == "always"
          name = @fitting.fit(parts, @ways, @losses, @warnings)
          Translation.new(text: safe(name), steps: parts.map { |part| step(part) }, warnings: @warnings, ways: @ways,
                          losses: @losses)
        end

        private

        # The words as phrases of the lexicon, longest first; each replaced if it may not be said.
        def found(words)
          keys = words.map(&:downcase)
          index = 0
          parts = []
          while index < words.size
            match = @lexicon.match(keys, index)
            size = match&.size || 1
            parts << said(words[index, size].join(" "), match)
            index += size
          end
          parts
        end

        def said(word, match)
          return Part.new(word, word, match) unless match&.entry&.status == "forbidden"

          instead = @lexicon.instead(match.entry)
          warn(:forbidden, "“#{word}” is forbidden#{"; say “#{instead}”" if instead}.")
          return Part.new(word, word, match) unless instead

          @losses << :forbidden
          Part.new(word, instead, @lexicon.match(Lexicon.key(instead).split, 0) || match)
        end

        def check_parts(parts)
          parts.each do |part|
            warn(:unknown, "“#{part.word}” is not in the lexicon.") if unknown?(part) && !@lexicon.empty?
            warn(:retired, "“#{part.word}” is retired.") if part.entry&.status == "retired"
          end
          check_required(parts)
        end

        def check_required(parts)
          if @rule.begins_with.any? && !said?(parts.first, @rule.begins_with)
            warn(:begins, "It must begin with #{one_of(@rule.begins_with)}.")
          end

          if @rule.ends_with.any? && !said?(parts.last, @rule.ends_with)
            warn(:ends, "It must end in #{one_of(@rule.ends_with)}.")
          end

          if @rule.class_word && !parts.last&.class_word?
            warn(:class_word, "It must end in a class word, one that says what kind of value it is.")
          end
        end

        def one_of(words) = words.map { |word| "“#{word}”" }.join(" or ")

        def said?(part, words)
          part && words.any? do |word|
            [ part.word, part.text, part.entry&.name ].compact.any? { |text| Lexicon.key(text) == Lexicon.key(word) }
          end
        end

        # Digits and joints need no entry, and what is a short form already stays as it is.
        def unknown?(part)
          part.entry.nil? && !Lettering::FUNCTION_WORDS.include?(part.word.downcase) && !part.word.match?(/\A\d+\z/) &&
            @lexicon.meanings(part.word).empty?
        end

        def shorten(part)
          short = part.entry&.short_forms&.first or return

          part.text = short
          part.short = true
        end

        # A reserved word as it may stand; what scripts must quote is said.
        def safe(name)
          return name unless @reserved.include?(name.downcase)
          if @rule.reserved == "quoted"
            return warn(:reserved, "“#{name}” is a reserved word; scripts quote it.").then { name }
          end

          @losses << :reserved
          @ways << "reserved word, so an underscore behind"
          @fitting.room_for(name, 1) + "_"
        end

        def step(part)
          mark = part.entry ? part.entry.status.to_sym : (unknown?(part) ? :unknown : :number)
          Step.new(word: part.word, text: part.tokens.join(" "), entry: part.entry,
                   mark: mark == :approved ? :known : mark)
        end

        def warn(code, text)
          @warnings << Warning.new(code:, text:)
        end
      end
    end

    # Words put as a rule wants them: some left out, the class word last, singular or plural.
    class Arranging
      JOINTS = %w[of for].freeze

      def initialize(rule, losses, ways)
        @rule = rule
        @losses = losses
        @ways = ways
        @out = rule.left_out.map(&:downcase)
      end

      # Parts in, parts out; notes what cannot be read back.
      def arrange(parts) = numbered(without(class_word_last(parts)))

      private

      # "Date of Departure" => "Departure Date"
      def class_word_last(parts)
        unless @rule.order == "class word last" && parts.size > 1 && parts.first.class_word? && !parts.last.class_word?
          return parts
        end

        joint, *rest = parts.drop(1)
        return parts unless JOINTS.include?(joint.word.downcase) && rest.any?

        @losses << :order
        @ways << "class word last"
        [ *rest, parts.first ]
      end

      def without(parts)
        return parts if @out.empty?

        kept = parts.reject { |part| @out.include?(part.word.downcase) }
        return parts if kept.size == parts.size || kept.empty?

        @losses << :left_out
        @ways << "“#{(parts - kept).map(&:word).join('”, “')}” left out"
        kept
      end

      # Only the last word tells the number. A word of the lexicon has its own plural.
      def numbered(parts)
        last = parts.last
        return parts if last.nil?

        @losses << :number if last.match&.plural && (@rule.number != "as written" || last.entry.short_forms.any?)
        case @rule.number
        when "singular" then inflect(last, singular(last)) if last.match.nil? || last.match.plural
        when "plural" then inflect(last, plural(last)) unless last.match&.plural
        end
        parts
      end

      def singular(part) = part.match ? part.entry.name : Dictionary.singular(part.text)

      def plural(part)
        return part.entry.plural if part.entry && !part.entry.plural.empty?

        # what is plural already stays
        Inflection.plural(Inflection.singular(part.text)) == part.text ? part.text : Inflection.plural(part.text)
      end

      def inflect(part, text)
        return if text == part.text

        @losses << :number
        part.text = text
      end
    end
  end
end
