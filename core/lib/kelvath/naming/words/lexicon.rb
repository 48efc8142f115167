# frozen_string_literal: true

module Kelvath
  module Naming
    # The words of a standard, looked up by word, by phrase and by short form. Case does not matter.
    class Lexicon
      # Where a phrase was found in a name: its entry, how many words it took, and whether it was plural.
      Match = Struct.new(:entry, :size, :plural, keyword_init: true)

      # The lexicon that a model of lexicon entries holds.
      def self.of(model) = model.memo(:lexicon) { new(model.all(:lexicon_entry)) }

      attr_reader :entries

      # entries: Metamodel::LexiconEntry values.
      def initialize(entries)
        @entries = entries
        @phrases = {}
        @longest = Hash.new(0)
        @short = {}
        entries.each { |entry| add(entry) }
        @matches = {}
      end

      # Does it know no word?
      def empty? = entries.empty?

      # The longest phrase among words (keys, see .key) that begins at an index, or nil.
      def match(keys, from)
        most = [ longest_from(keys[from]), keys.size - from ].min
        most.downto(1) do |size|
          phrase = size == 1 ? keys[from] : keys[from, size].join(" ")
          found = remembered(phrase)
          return found if found
        end
        nil
      end

      # The entry of a word or phrase, nil if there is none; a regular plural finds its singular.
      def entry(text) = find(Lexicon.key(text))&.first

      # Entries that a short form may stand for, those that prefer it first.
      def meanings(short) = @short.fetch(short.downcase, NONE)

      # What to say for a forbidden word; the end of the chain where that is forbidden too, nil if nothing is named.
      def instead(entry, seen = [])
        other = entry.instead.empty? || seen.include?(entry.id) ? nil : self.entry(entry.instead)
        return entry.instead.empty? ? nil : entry.instead unless other

        other.status == "forbidden" ? instead(other, [ *seen, entry.id ]) : other.name
      end

      # Words as they are compared: "Purchase-Orders" => "purchase orders"
      def self.key(text) = Splitting.parts(text).join(" ").downcase

      NONE = [].freeze

      private

      def add(entry)
        key = Lexicon.key(entry.name)
        return if key.empty?

        index(key, entry, false)
        index(Lexicon.key(entry.plural), entry, true) unless entry.plural.empty?
        entry.short_forms.each_with_index { |short, rank| insert(short.downcase, entry, rank) }
      end

      def index(key, entry, plural)
        @phrases[key] ||= [ entry, plural ]
        first = key[/\A\S+/]
        size = key.count(" ") + 1
        @longest[first] = size if size > @longest[first]
      end

      def insert(short, entry, rank)
        list = @short[short] ||= []
        if rank.zero?
          list.insert(list.count { |each| each.short_forms.first.casecmp?(short) && each != entry }, entry)
        else
          list << entry
        end
      end

      MOST_REMEMBERED = 200_000

      def remembered(phrase)
        return @matches[phrase] if @matches.key?(phrase)

        @matches.clear if @matches.size > MOST_REMEMBERED
        @matches[phrase] = find(phrase)&.then do |entry, plural|
          Match.new(entry:, size: phrase.count(" ") + 1, plural:)
        end
      end

      # One word at least: it may be the plural of an entry.
      def longest_from(key) = @longest.fetch(key, 1)

      def find(phrase)
        return @phrases[phrase] if @phrases.key?(phrase)

        singular = Inflection.singular(phrase)
        found = singular == phrase ? nil : @phrases[singular]
        found && !found.last && found.first.plural.empty? ? [ found.first, true ] : nil
      end
    end
  end
end
