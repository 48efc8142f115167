# frozen_string_literal: true

module Kelvath
  module Altering
    # An alteration as one paragraph of plain words; parts with a field are where the recipe is changed.
    class Sentences
      # recipe: a Metamodel::Recipe, by which the Alteration is written.
      def initialize(alteration, recipe)
        @alteration = alteration
        @recipe = recipe
      end

      # [Scripting::Sentences::Part, …]; what the script does has no field.
      def parts
        order = @alteration.reordered.any? ? [ [ :column_order, column_order ] ] : []
        [ [ nil, deeds ], *order, [ :big_tables, big_tables ], [ :quoting, quoting ], [ :keywords, keywords ],
          [ :terminator, Scripting::Sentences::TERMINATORS.fetch(@recipe.terminator) ], [ :header, header ] ]
          .map { |field, text| Scripting::Sentences::Part.new(field:,
text:) }.first(@alteration.equal? ? 1 + order.size : 6 + order.size)
      end

      # The whole paragraph.
      def paragraph = parts.map(&:text).join(" ")

      private

      def deeds
        changes = @alteration.changes
        return "Nothing is to be done: the two are the same." if @alteration.equal?

        said = { "makes" => counted { |kind| changes.added(kind) }, "changes" => counted { |kind|
 changes.changed(kind) },
                 "drops" => counted { |kind| changes.removed(kind) } }.reject { |_, text| text.empty? }
        said = { "puts in order" => "what only the database tells otherwise" } if said.empty?
        text = said.map { |verb, what| "#{verb} #{what}" }.join("; ")
        "#{text[0].upcase}#{text[1..]}."
      end

      def counted
        tally = Metamodel.kinds { |each| each.within.any? }.filter_map { |kind|
          list = yield kind
          next if list.empty?

          title = Metamodel.fetch(kind).title
          "#{list.size} #{list.one? ? title : Inflection.plural(title)}"
        }
        listed(tally)
      end

      def listed(words) = words.size < 2 ? words.first.to_s : "#{words[0..-2].join(', ')} and #{words.last}"

      def big_tables
        @recipe.big_tables == "gently" ? "Big tables are altered gently, so that nobody waits for long;" :
          "Big tables are altered plainly, in as few statements as it takes;"
      end

      def column_order
        @recipe.column_order == "as designed" ? "Columns come to stand as they are designed." :
          "Columns that stand in another order stay where they are."
      end

      def quoting = @recipe.quoting == "always" ? "every name is quoted," : "names are quoted where they must be,"
      def keywords = "keywords are in #{@recipe.keywords == 'lower' ? 'small letters' : 'capitals'};"
      def header = @recipe.header.empty? ? "The heading says what it is." : "Its heading was written by hand."
    end
  end
end
