# frozen_string_literal: true

module Kelvath
  module Prose
    # The forms that a sentence may have. Each is tried in turn; the first that fits says what the
    # sentence states. Names are still as written: the Reader looks them up.
    module Grammar
      # kind: which form; values: what it says; text: the sentence itself.
      Statement = Struct.new(:kind, :values, :text, keyword_init: true)
      # One attribute in a list: its name and what stands behind it.
      Item = Struct.new(:name, :type, :unit, :parts, keyword_init: true)

      ARTICLE = /(?:an?|each|every|the)\s+/i
      NAME = /[^,;:.]{1,300}?/ # longer than any name, so that a long line costs no more than its length
      LONGEST = 10_000 # characters of a sentence; what is said after “means:” may be longer
      EXAMPLES = [
        "Each Vessel may make many Sailings.", "A Vessel has a Call Sign, a Name and a Length in metres.",
        "A Vessel is identified by its Hull Number.",
        "A Booked Vehicle is a Car, a Lorry or a Coach.", "Vessel means: A ferry that the company owns."
      ].freeze
      CALLED = /(?:\s*\(called (#{NAME})\))?/
      SEVERAL = /an? .+?(?:,| or ) ?an? .+?/im
      TOLD = /(?:, told apart by its (#{NAME}))?#{CALLED}/i
      CAPITALS = /[[:upper:]\p{Co}][^\s,;:.]*(?: [[:upper:]\d\p{Co}][^\s,;:.]*)*/
      FACTS = /measured in|from|up to|like|beginning as/i

      # [kind, pattern, what the captures are called]; the order counts.
      FORMS = [
        [ :model, /\AModel (.+?)(?::\s*(.*))?\z/m, %i[name definition] ],
        [ :no_area, /\ANo subject area\z/i, [] ],
        [ :area, /\ASubject area:?\s+([^:]+?)(?::\s*(.*))?\z/im, %i[name definition] ],
        [ :plural, /\AThe plural of (#{NAME}) is (#{NAME})\z/i, %i[singular plural] ],
        [ :domain_means, /\AThe domain (#{NAME}) means:\s*(.+)\z/im, %i[name definition] ],
        [ :this_means, /\AThis means:\s*(.+)\z/im, %i[definition] ],
        [ :this_carries, /\AThis (must|may) carry (.+)\z/im, %i[modal list] ],
        [ :attribute_means, /\AThe (#{NAME}) of (?:#{ARTICLE})?(#{NAME}) means:\s*(.+)\z/im,
          %i[name owner definition] ],
        [ :attribute_facts,
          /\AThe (#{NAME}) of (?:#{ARTICLE})?(#{NAME}) is (numbered by the database|(?:#{FACTS}|tagged)\b.+)\z/im,
          %i[name owner facts] ],
        [ :means, /\A(?:an?\s+)?(#{NAME}) means:\s*(.+)\z/im, %i[name definition] ],
        [ :values, /\A(#{NAME}) takes the values? (.+)\z/im, %i[name list] ],
        [ :domain,
          /\A(#{NAME}) is a domain(?: of (.+?))?(?: based on (#{NAME}))?((?:,? (?:#{FACTS}) .+)?)\z/im,
          %i[name type base facts] ],
        [ :entity, /\A(?:#{ARTICLE})?(#{NAME}) is an entity\z/i, %i[name] ],
        [ :tagged, /\A(?:#{ARTICLE})?(#{NAME}) is tagged (.+)\z/im, %i[name list] ],
        [ :decides, /\AIn (?:#{ARTICLE})?(#{NAME}), (its .+) decides? (its .+)\z/im, %i[owner determinant dependents] ],
        [ :identified, /\A(?:#{ARTICLE})?(#{NAME}) (is|can also be) identified by (.+?)#{CALLED}\z/im,
          %i[owner also list called] ],
        [ :has,
          /\A(?!each\s|every\s)(?:#{ARTICLE})?(#{NAME}) (has|have|must have|may have) (?!#{Quoting::NUMBERS})(.+)\z/im,
          %i[owner modal list] ],
        [ :each_has, /\A(?:each|every)\s+(#{NAME}) has (?!#{Quoting::NUMBERS})(an? .+)\z/im, %i[owner list] ],
        [ :subtypes,
          /\A(?:#{ARTICLE})?(#{NAME}) (is|may be) (?:either )?(#{SEVERAL})(, or several of these)?#{TOLD}\z/im,
          %i[owner modal list several discriminator called] ],
        [ :subtypes,
          /\A(?:#{ARTICLE})?(#{NAME}) (is|may be) (an? #{NAME}),?( or nothing else| or several of these)#{TOLD}\z/im,
          %i[owner modal list several discriminator called] ],
        [ :subtype_of, /\A(?:#{ARTICLE})?(#{NAME}) is an? (#{CAPITALS})\z/, %i[name of] ],
        [ :described, /\A(?:an?|every|each)\s+(#{NAME}) is ((?:an?|the|any|one|some)\s.+)\z/im, %i[name definition] ]
      ].freeze
      COUNTED = /\s(?:exactly|at most|at least|no more than) \w+ #{CAPITALS}\z/ # so it relates two entities
      AND_MAY = /,?\s+(?:and|but)\s+(?:it\s+)?(may have|must have|has|have)\s+/i
      WHOLE_LINE = /\A(?:Model |Subject area .*:|(?:[^.]+ )?means:)/i
      NUMBERING = /\A\s*(?:\d+(?:\.\d+)*[.)]?|[-*•])\s+/

      module_function

      # Is it one of the forms, rather than a name?
      def sentence?(text)
        text.length > LONGEST || Logical::SentenceParser.sentence?(text) ||
          FORMS.any? { |_, pattern, _| stripped(text).first.match?(pattern) }
      end

      # Text of many sentences -> the sentences, one by one. What is said after "means:" goes to the end of its line.
      def sentences(text)
        text.split(/\r\n|\n|\r/).map { |line| line.sub(NUMBERING, "").strip }.reject(&:empty?).flat_map do |line|
          next [ line ] if line.match?(WHOLE_LINE)

          plain, parts = Quoting.protect(line)
          plain.split(/(?<=[.!?])\s+(?=[[:upper:]“\u{E000}-\u{F8FF}])/).map do |piece|
            Quoting.requote(piece, parts).strip
          end
        end
      end

      # One sentence -> Statement. Raises UnreadableSentence.
      def read(text)
        plain, parts = stripped(text)
        if plain.length > LONGEST && !plain.match?(WHOLE_LINE)
          raise UnreadableSentence,
                "This has #{plain.length} characters without the end of a sentence; put a full stop where one ends."
        end

        FORMS.each do |kind, pattern, names|
          match = plain.match(pattern) or next
          values = names.zip(match.captures).to_h
          return Statement.new(kind:, text:, values: cooked(values, parts)) if meant?(kind, values)
        end
        relationship(plain, parts, text)
      end

      def stripped(text)
        plain, parts = Quoting.protect(text.sub(NUMBERING, "").strip)
        [ plain.match?(WHOLE_LINE) ? plain : plain.sub(/\s*[.!]\s*\z/, ""), parts ]
      end

      # Lists and definitions keep their quotation for later; names lose it here.
      def cooked(values, parts)
        values.to_h do |name, value|
          case name
          when :list, :facts, :type, :determinant, :dependents then [ name, value && [ value, parts ] ]
          when :definition then [ name, value.nil? ? nil : Quoting.requote(value, parts).gsub(" ¶ ", "\n") ]
          else [ name, value && Quoting.restore_name(value, parts) ]
          end
        end
      end

      # "A Vessel is a ship, a boat or …" describes; subtypes are written as names, with capitals.
      def meant?(kind, values)
        if kind == :described
          return false if values[:definition].match?(COUNTED)

          return values[:name].match?(/\A[[:upper:]\u{E000}-\u{F8FF}]/) || values[:name].split.size < 4
        end

        return true unless kind == :subtypes

        values[:list].split(/,\s*|\s+or\s+/).all? do |each|
          each.strip.match?(/\A(?:an? )?[[:upper:]\u{E000}-\u{F8FF}]/)
        end
      end

      # "a Key Code and may have a Return Date" -> [[modal, list], …], each list with one modal.
      def portions(modal, list)
        text, parts = list
        first, *rest = text.split(AND_MAY)
        more = rest.each_slice(2).map { |said, part| [ said.downcase, [ part.to_s, parts ] ] }
        [ [ modal, [ first, parts ] ], *more ]
      end

      # "a Call Sign, a Name (Title) and a Length in metres" -> [Item]
      def items(list)
        text, parts = list
        pieces = text.split(/,\s*(?:and\s+)?(?=(?:an?|its|the)\s)|\s+and\s+(?=(?:an?|its|the)\s)/i)
        pieces = pieces.flat_map { |piece| piece.match?(/\(/) ? [ piece ] : piece.split(/,\s*|\s+and\s+/) }
        pieces.reject { |piece| piece.strip.empty? }.map do |piece|
          item(piece.strip.sub(/\A(?:an?|its|the)\s+/i, ""), parts)
        end
      end

      # One attribute of a list -> Item; parts: what was protected in quotation marks.
      def item(text, parts)
        raise UnreadableSentence, "Between two commas stands no name." if text.strip.empty?

        match = text.match(/\A(.+?)(?:\s*\((.*)\))?(?:\s+in\s+([^()]+))?\z/m)
        Item.new(name: Quoting.restore_name(match[1], parts), type: match[2],
                 unit: match[3] && Quoting.restore(match[3], parts).strip, parts:)
      end

      # "a Car, a Lorry or a Coach" and "its A and its B" -> names
      def names(list)
        text, parts = list
        text.split(/,\s*|\s+(?:or|and)\s+/).reject { |each| each.strip.empty? }.map do |each|
          Quoting.restore_name(each.strip.sub(/\A(?:an?|its|the)\s+/i, ""), parts)
        end
      end

      # "“off-peak” (cheap), “standard” and peak" -> [[value, meaning], …]
      def value_list(list)
        text, parts = list
        text.split(/,\s*|\s+(?:or|and)\s+/).reject { |each| each.strip.empty? }.map do |each|
          match = each.strip.match(/\A(.+?)(?:\s*\((.*)\))?\z/m)
          [ Quoting.restore(match[1], parts).strip, Quoting.restore(match[2].to_s, parts).strip ]
        end
      end

      # One reading of a relationship or both, parted by a semicolon.
      def relationship(plain, parts, text)
        halves = plain.split(/;\s*(?=each\s|every\s|an?\s)/i, 2)
        halves = [ "" ] if halves.empty?
        readings = halves.map { |half| reading(half, parts) }
        Statement.new(kind: :relationship, text:, values: { readings: })
      rescue UnreadableSentence => error
        raise error if plain.match?(Logical::SentenceParser::OPENING) && plain.match?(Logical::SentenceParser::MODAL)

        raise UnreadableSentence, "This is none of the sentences known here."
      end

      # One half: the Reading, and what is said behind it.
      def reading(half, parts)
        half, tails = tails(half.strip)
        read = Logical::SentenceParser.parse(half)
        { subject: Quoting.restore_name(read.subject, parts), phrase: Quoting.restore(read.phrase, parts),
          least: read.least, most: read.most,
          object: Quoting.restore_name(read.object, parts), singular: read.singular,
          quoted: read.object.match?(Quoting::PLACE),
          **tails.transform_values { |value| value.is_a?(String) ? Quoting.restore(value, parts) : value } }
      end

      TAILS = { identifying: /, which identifies it\z/i, role_name: /, in the role (#{NAME})\z/i,
                separate: /, kept apart\z/i,
                on_delete: /, deleted with (no action|restrict|cascade|set null|set default)\z/i,
                on_update: /, changed with (no action|restrict|cascade|set null|set default)\z/i }.freeze

      def tails(half)
        found = {}
        while (name, pattern = TAILS.except(*found.keys).find { |_, each| half.match?(each) })
          found[name] = half.match(pattern)[1] || true
          half = half.sub(pattern, "")
        end
        [ half, found ]
      end

      private_class_method :stripped, :cooked, :meant?, :relationship, :reading, :tails
    end
  end
end
