# frozen_string_literal: true

module Kelvath
  module Intake
    # Something that a database holds, as a list shows it before anything is read in full. kind: one of KINDS; schema:
    # nil for the first one; rows, bytes: by the server's statistics, nil if it has none; readable: may whoever asks
    # read it? id: what the server calls it, for the questions that follow.
    Item = Struct.new(:kind, :schema, :name, :owner, :rows, :bytes, :readable, :id, keyword_init: true) do
      # As people read it: "harbour.quay".
      def title = [ schema, name ].compact.join(".")
      # What names it in a request; routines of one name have one.
      def key = "#{kind} #{title}"
    end

    # items: [Item, …]; unseen: lines about what whoever asks cannot see.
    Listing = Struct.new(:items, :unseen, keyword_init: true)

    # What of a database is taken in: what its rules say, but for single things that somebody has ticked or not.
    class Scope
      KINDS = %w[table view sequence type routine].freeze
      MOST = 2_000_000 # characters that lists of names may have

      # schemas, kinds, owners: lists of texts, "" for the first schema; empty ones mean all. only, never: patterns of
      # names in which * stands for any letters and ? for one, in any case; one with a dot in it is held against
      # "schema.name". with, without: keys of Items.
      attr_reader :schemas, :kinds, :owners, :only, :never, :with, :without

      def initialize(schemas: [], kinds: [], owners: [], only: [], never: [], with: [], without: [])
        @schemas, @kinds, @owners = schemas, kinds, owners
        @only, @never = only, never
        @with, @without = with, without
        @ways = [ only, never ].map { |list| list.map { |pattern| expression(pattern) } }
      end

      # Of values as forms and kept choices have them: lists, or texts with an entry a line or between commas.
      def self.of(values)
        names = { "schemas" => :schemas, "kinds" => :kinds, "owners" => :owners, "only" => :only, "never" => :never,
                  "with" => :with, "without" => :without }
        new(**names.to_h { |name, field| [ field, list(values[name], %w[with without].include?(name)) ] })
      end

      # lines: may its entries have commas in them?
      def self.list(value, lines)
        return value.map(&:to_s) if value.is_a?(Array)

        value.to_s[0, MOST].split(lines ? /\r?\n/ : /[,\r\n]+/).map(&:strip).reject(&:empty?)
      end
      private_class_method :list

      # The inverse of .of.
      def to_h
        { "schemas" => schemas, "kinds" => kinds, "owners" => owners, "only" => only, "never" => never,
          "with" => with, "without" => without }.reject { |_, list| list.empty? }
      end

      # Is all taken?
      def whole? = to_h.empty?

      # Is an Item taken?
      def takes?(item)
        return true if @with.include?(item.key)

        ruled?(item) && !@without.include?(item.key)
      end

      # In words, for a log: "tables and views of harbour, called quay*".
      def to_s
        [ kinds.empty? ? "everything" : kinds.map { |kind| "#{kind}s" }.join(", "),
          ("of #{schemas.map { |each| each.empty? ? 'the first schema' : each }.join(', ')}" if schemas.any?),
          ("owned by #{owners.join(', ')}" if owners.any?), ("called #{only.join(', ')}" if only.any?),
          ("not called #{never.join(', ')}" if never.any?), ("#{with.size} more that were ticked" if with.any?),
          ("without #{without.size} that were not" if without.any?) ].compact.join(" ")
      end

      private

      def ruled?(item)
        wanted, unwanted = @ways
        (schemas.empty? || schemas.include?(item.schema.to_s)) && (kinds.empty? || kinds.include?(item.kind)) &&
          (owners.empty? || owners.include?(item.owner)) &&
          (wanted.empty? || wanted.any? { |form| meant?(form, item) }) &&
          unwanted.none? { |form| meant?(form, item) }
      end

      def meant?((form, whole), item) = form.match?(whole ? item.title : item.name)

      # [Regexp, is it held against the schema, too?]
      def expression(pattern)
        letters = pattern.chars.map { |letter| { "*" => ".*", "?" => "." }.fetch(letter) { Regexp.escape(letter) } }
        [ /\A#{letters.join}\z/im, pattern.include?(".") ]
      end
    end
  end
end
