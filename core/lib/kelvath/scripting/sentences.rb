# frozen_string_literal: true

module Kelvath
  module Scripting
    # A recipe as one paragraph of plain words, part by part: each part is where a field of it is changed.
    class Sentences
      # field: of the recipe; text: what it says.
      Part = Struct.new(:field, :text, keyword_init: true)
      TERMINATORS = { "at the end" => "semicolons stand at the end of statements.",
                      "on a line" => "semicolons stand on a line of their own.",
                      "as a batch" => "each statement is a batch of its own." }.freeze

      # account: what the recipe makes of a design, a Composition::Account.
      def initialize(model, recipe, account)
        @model = model
        @recipe = recipe
        @account = account
      end

      # [Part, …]
      def parts
        [ [ :scope, scope ], [ :without, kinds ], [ :foreign_keys, foreign_keys ], [ :drops, drops ],
          [ :container, container ], [ :schema, schema ], [ :quoting, quoting ], [ :keywords, keywords ],
          *(referential if @account.unkept.to_i.positive?), [ :files, files ], [ :terminator, terminator ],
          [ :repeatable, repeatable ], [ :header, header ]
        ].map { |field, text| Part.new(field:, text:) }
      end

      # The whole paragraph.
      def paragraph = parts.map(&:text).join(" ")

      private

      attr_reader :recipe

      def scope
        count = @account.made.fetch("table", 0)
        tables = "#{count} #{count == 1 ? 'table' : 'tables'}"
        case recipe.scope
        when "subject area" then "Creates #{tables} of the subject area #{@model[recipe.subject_area_id]&.name || '…'}"
        when "named" then "Creates #{tables} that are called #{recipe.patterns.empty? ? '…' : listed(recipe.patterns)}"
        when "changed" then "Creates #{tables} that changed since #{recipe.since.empty? ? '…' : recipe.since}"
        else "Creates all #{tables}"
        end
      end

      def kinds
        there = Recipes::KINDS.keys - [ "foreign key" ]
        made = there.select { |kind| @account.made.key?(kind) }.map { |kind| Recipes::KINDS.fetch(kind) }
        left = recipe.without.map { |kind| Recipes::KINDS.fetch(kind, kind) }
        "with their #{listed([ "keys", *made ])}#{", without #{listed(left, 'or')}" if left.any?};"
      end

      def foreign_keys
        return "foreign keys are left out." if recipe.without.include?("foreign key")

        recipe.foreign_keys == "inside" ? "foreign keys stand inside their tables where that goes." :
          "foreign keys come when all tables are there."
      end

      def drops
        case recipe.drops
        when "plain" then "Drops all of it first, and fails where something is not there."
        when "if there" then "Drops first what is there of it, with its rows."
        else "Drops nothing first."
        end
      end

      def referential
        rules = @account.unkept == 1 ? "One rule of a foreign key" : "#{@account.unkept} rules of foreign keys"
        what = recipe.referential == "triggers" ? "kept by triggers." : "not kept by the database, nor by triggers."
        [ [ :referential, "#{rules} #{@account.unkept == 1 ? 'is' : 'are'} #{what}" ] ]
      end

      def container
        recipe.container.empty? ? "Begins where the connection is." : "Makes #{recipe.container} and begins in it."
      end

      def schema
        recipe.schema.empty? ? "Schemas are the design's." : "Everything goes into the schema #{recipe.schema}."
      end

      def quoting
        recipe.quoting == "always" ? "Every name is quoted," : "Names are quoted where they must be,"
      end

      def keywords = "keywords are in #{recipe.keywords == 'lower' ? 'small letters' : 'capitals'}."
      def files = recipe.files == "one each" ? "A file for each thing, and one that runs them all;" : "One file;"

      def terminator = TERMINATORS.fetch(recipe.terminator)

      def repeatable = recipe.repeatable ? "It can run twice without harm." : "It is to run once."
      def header = recipe.header.empty? ? "The heading says what it is." : "Its heading was written by hand."

      def listed(words, last = "and")
        words.size < 2 ? words.first.to_s : "#{words[0..-2].join(', ')} #{last} #{words.last}"
      end
    end
  end
end
