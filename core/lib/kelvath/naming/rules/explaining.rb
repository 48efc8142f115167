# frozen_string_literal: true

module Kelvath
  module Naming
    # A rule in sentences, with an example that it makes.
    class Explaining
      CASES = { "as written" => "in the letters in which they are written", "lower" => "in small letters",
                "UPPER" => "in capitals", "Capitalised" => "with a capital for every word",
                "Sentence" => "with one capital in front",
                "camelCase" => "run together, with capitals from the second word on",
                "PascalCase" => "run together, with a capital for every word",
                "snake_case" => "in small letters with underscores between the words",
                "kebab-case" => "in small letters with hyphens between the words" }.freeze
      SEPARATORS = { "_" => "underscores between the words", "-" => "hyphens between the words",
                     "." => "points between the words", " " => "blanks between the words",
                     "" => "nothing between the words" }.freeze
      SHORTENING = { "never" => "Words stay whole.",
                     "as needed" => "Words take their short form where the name would be too long, the longest " \
                                    "savings first.", "always" => "Every word takes its preferred short form." }.freeze
      CUT = Hash.new("gets a number where two would be the same")
                .merge("hash" => "ends in a short hash of the whole").freeze
      OWNERS = { "always" => "The table's name stands in front of every column.",
                 "when repeated" => "The table's name stands in front where several tables have the same.",
                 "for keys" => "The table's name stands in front of columns of its primary key." }.freeze
      MIGRATED = { "logical name" => "Foreign-key columns are called as their attribute on the logical side.",
                   "source name" => "Foreign-key columns keep the name of the column they refer to.",
                   "role and source name" => "Foreign-key columns are called by the role, then the column they " \
                                             "refer to.", "table and source name" => "Foreign-key columns are called " \
                                                                                     "by the table, then the column " \
                                                                                     "they refer to." }.freeze

      def initialize(rule)
        @rule = rule
      end

      # One sentence after the other, as a string.
      def sentences
        return patterned if Metamodel::NameRule::PATTERNED.include?(@rule.of)

        [ "#{subject} are written #{lettering}.", *affixes, *number, *order, *required, *characters,
          *(SHORTENING.fetch(@rule.shortening) unless logical?), *length, *(reserved unless logical?),
          *columns ].join(" ")
      end

      private

      def logical? = Metamodel::NameRule::LOGICAL.include?(@rule.of)
      def subject = logical? ? "Names of #{Inflection.plural(@rule.of)}" : "#{Inflection.plural(@rule.of).capitalize}"

      def lettering
        way = CASES.fetch(@rule[:case])
        Lettering::JOINING.include?(@rule[:case]) ? way : "#{way}, #{SEPARATORS.fetch(@rule.separator)}"
      end

      def affixes
        [ ("They begin with “#{@rule.prefix}”." unless @rule.prefix.empty?),
          ("They end in “#{@rule.suffix}”." unless @rule.suffix.empty?) ].compact
      end

      def number = @rule.number == "as written" ? [] : [ "The last word is in the #{@rule.number}." ]

      def order
        [ ("A class word in front, with “of” behind it, moves to the end." if @rule.order == "class word last"),
          ("#{quoted(@rule.left_out, 'and')} #{@rule.left_out.one? ? 'is' : 'are'} left out." if @rule.left_out.any?) ]
            .compact
      end

      def required
        [ ("They must begin with #{quoted(@rule.begins_with, 'or')}." if @rule.begins_with.any?),
          ("They must end in #{quoted(@rule.ends_with, 'or')}." if @rule.ends_with.any?),
          ("They must end in a class word." if @rule.class_word) ].compact
      end

      def characters = @rule.characters == "a to z" ? [ "Only the letters a to z and digits are used." ] : []

      def length
        limit = @rule.limit ? "#{@rule.limit} bytes" : "what the platform takes"
        return [ "At most #{@rule.limit} bytes." ] if logical? && @rule.limit
        return [] if logical?

        [ "What is longer than #{limit} #{'loses vowels, then ' if @rule.vowels}is cut and #{CUT[@rule.cutting]}." ]
      end

      def reserved
        if @rule.reserved == "quoted"
          "Reserved words are quoted in scripts."
        else
          "Reserved words get an underscore behind."
        end
      end

      def columns = @rule.of == "column" ? [ OWNERS[@rule.owner_in_front], MIGRATED.fetch(@rule.migrated) ].compact : []

      def patterned
        parts = @rule.pattern.map do |part|
          part.start_with?(Pattern::TEXT) ? "“#{part.delete_prefix(Pattern::TEXT)}”" : Pattern::PARTS.fetch(part)
        end
        [ "Names of #{Inflection.plural(@rule.of.tr('_', ' '))} are made " \
          "of #{parts.empty? ? 'the table' : parts.join(', ')}, " \
          "with #{SEPARATORS.fetch(Lettering.separator(@rule))}" \
          "#{", #{CASES.fetch(@rule[:case])}" unless @rule[:case] == 'as written'}.", *affixes, *length ].join(" ")
      end

      def quoted(words, joint) = words.map { |word| "“#{word}”" }.join(" #{joint} ")
    end

    # What a rule makes of names from the demo's company, with a standard's words.
    module Example
      NAMES = { entity: "sailing", attribute: "departure time", relationship: "Is made by", domain: "person name",
                table: "Booked Vehicle", column: "Actual Departure Time", view: "Sailing Load" }.freeze

      module_function

      # [name in words, what becomes of it]
      def of(standard, kind)
        return [ NAMES.fetch(kind), standard.physical(NAMES.fetch(kind), kind).text ] if NAMES.key?(kind)

        table, target = [ "Booked Vehicle", "Booking" ].map { |name| standard.physical(name, :table).text }
        columns = [ standard.physical("Booking Reference", :column).text ]
        parts = { "table" => table, "target" => target, "columns" => columns, "role" => target }
        [ "Booked Vehicle", standard.patterned(kind, parts) ]
      end
    end
  end
end
