# frozen_string_literal: true

module Kelvath
  module Naming
    # The rules of a standard by kind of object.
    class Rulebook
      # Which rule on the one side belongs to which on the other.
      COUNTERPARTS = { table: :entity, column: :attribute }.freeze

      # The rulebook that a model of name rules holds. A kind without a rule takes the plain one.
      def self.of(model) = model.memo(:rulebook) { new(model.all(:name_rule)) }

      # The one that applies where nobody chose any: whole words in snake case.
      def self.plain = @plain ||= new(Shipped.rules("plain"))

      # rules: Metamodel::NameRule values.
      def initialize(rules)
        @rules = rules.to_h { |rule| [ rule.of.to_sym, rule ] }
      end

      # The rule of a kind: :table, :primary_key … Raises UnknownName.
      def rule(kind)
        @rules[kind] ||
          (equal?(Rulebook.plain) ? raise(UnknownName, "There is no rule for “#{kind}”.") : Rulebook.plain.rule(kind))
      end
    end

    # A lexicon and a rulebook at work.
    class Standard
      # Where no standard was chosen.
      def self.plain = @plain ||= new(Lexicon.new([]), Rulebook.plain)

      # What a column's table says of how to read its name: the words beside it, and those that only
      # stand in front because the rule puts them there.
      def self.near(entity_name, standard)
        words = Splitting.parts(entity_name)
        { beside: words, drop: standard.rule(:column).owner_in_front == "always" ? words : [] }
      end

      attr_reader :lexicon, :rulebook

      def initialize(lexicon, rulebook)
        @lexicon = lexicon
        @rulebook = rulebook
        @translators = {}
      end

      # Is it the one that does nothing?
      def plain? = equal?(Standard.plain)

      # The rule for a kind of name, as a hash.
      def rule(kind) = rulebook.rule(kind)

      # Bytes that a name of a kind may have: the platform's limit or the rule's own, the smaller; nil for any.
      def limit(kind, platform) = [ platform&.identifier_limit, rule(kind).limit ].compact.min

      # Text to the physical name of a kind on a platform (a Platforms::Platform, nil for any). Answers a Translation.
      def physical(text, kind, platform: nil)
        translator = @translators[[ kind, platform ]] ||= ToPhysical.new(
          lexicon, rule(kind), limit: platform&.identifier_limit, reserved: platform ? platform.reserved_words : []
        )
        translator.translate(text)
      end

      # Text to a part of a key's name, such as a relationship's role: written as tables are, without what only tables
      # have in front or behind. Answers text.
      def part(text, platform: nil)
        rule = @part_rule ||= rule(:table).with(prefix: "", suffix: "", number: "as written", limit: nil)
        (@translators[[ :part, platform ]] ||= ToPhysical.new(lexicon, rule)).translate(text).text
      end

      # A table's or column's name to the words of its entity or attribute. Answers a Translation.
      def words(name, kind, **near)
        (@translators[[ kind, :words ]] ||= ToWords.new(lexicon, rule(Rulebook::COUNTERPARTS.fetch(kind)),
                                                        written: rule(kind))).translate(name, **near)
      end

      # A name put together from parts that are physical names already, such as that of a key.
      # parts: { "table" => …, "columns" => [ … ], "target" => …, "role" => … }
      def patterned(kind, parts, platform: nil)
        rule = rule(kind)
        text = Pattern.new(rule).text(parts)
        limit = limit(kind, platform)
        limit && text.bytesize > limit ? Fitting.new(rule, limit).cut(text) : text
      end
    end
  end
end
