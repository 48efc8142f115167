# frozen_string_literal: true

module Kelvath
  module Matching
    # What likeness is seen by: the words and sounds of an element's name, what stands within it, the types of that, and
    # what it is joined with.
    class Profiles
      # name: text as Signatures.plain; pairs: of neighbouring letters; words; parts: plain names of what stands within,
      # and their words; types: { type => how many }; ends: what it is joined with, in the left side's ids as far as
      # they are known; told: its definition.
      Profile = Struct.new(:element, :name, :pairs, :words, :parts, :part_words, :types, :ends, :told,
                           keyword_init: true)
      PARTS = { entity: :attribute, table: :column, view: nil, domain: :allowed_value }.freeze

      # side: a Side; the block gives the left side's id of what has an id here, or nil.
      def initialize(side, &translate)
        @side = side
        @translate = translate
        @model = side.model
      end

      # The Profile of an Element.
      def of(element)
        parts = parts(element)
        name = Signatures.plain(element.label(@model))
        Profile.new(element:, name:, pairs: Profiles.pairs(name), words: Profiles.words(element.label(@model)).to_set,
                    parts: parts.to_set { |each| Signatures.plain(each.label(@model)) },
                    part_words: parts.flat_map { |each| Profiles.words(each.label(@model)) }.to_set,
                    types: types(element, parts), ends: ends(element),
                    told: (element.values[:definition] || element.values[:comment]).to_s.downcase)
      end

      # "Crew Member", "CREW_MBR" and "crewMember" as words in small letters.
      def self.words(text) = text.gsub(/(?<=\p{Ll})(?=\p{Lu})/, " ").downcase.scan(/[\p{L}\p{N}]+/)

      # The pairs of neighbouring letters of a text, by which names are alike (Dice 1945).
      def self.pairs(text) = text.length < 2 ? Set[text] : (0..text.length - 2).to_set { |at| text[at, 2] }

      private

      def parts(element)
        kind = PARTS[element.kind] and return @model.children(element.id, kind)

        Model::NONE
      end

      def types(element, parts)
        (PARTS.key?(element.kind) && element.kind != :domain ? parts : [ element ]).map { |each| type(each) }.tally
      end

      def type(element)
        case element.kind
        when :column then element.native_type.values_at("base", "length", "precision", "scale")
        when :attribute, :domain
          type = Logical::ValueType.of(element, @model)
          [ type.name, type.length, type.precision, type.scale ]
        when :view then element.column_names
        else element.kind
        end
      end

      # Of a table, those at the other ends of foreign keys; of an entity, of relationships; of an attribute its domain.
      def ends(element)
        case element.kind
        when :entity
          @model.referrers(element.id, :relationship).map { |each|
            each.from_id == element.id ? each.to_id : each.from_id
          }
        when :table then keys(element)
        when :attribute then [ element.domain_id ].compact
        else Model::NONE
        end.to_set { |id| @translate.(id) || Signatures.plain(@model[id]&.label(@model).to_s) }
      end

      def keys(table)
        @model.children(table.id, :foreign_key).filter_map(&:target_table_id) +
          @model.referrers(table.id, :foreign_key).map(&:parent_id)
      end
    end
  end
end
