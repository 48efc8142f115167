# frozen_string_literal: true

# What the page of a rulebook shows: its rules, the one at hand, and examples in the words of a lexicon.
class RulebookPage
  # The fields of a rule that each group of kinds uses, in the order in which they are read.
  LETTERS = %i[case separator prefix suffix].freeze
  WORDS = %i[number order left_out begins_with ends_with class_word].freeze
  WRITTEN = %i[shortening vowels limit cutting characters reserved].freeze
  GROUPS = { "Logical side" => Kelvath::Metamodel::NameRule::LOGICAL, "Design" => %w[table column view],
             "Keys and indexes" => Kelvath::Metamodel::NameRule::PATTERNED }.freeze

  def initialize(stored, params)
    @stored = stored
    @params = params
  end

  def rules = @stored.model.all(:name_rule).sort_by { |rule| Kelvath::Metamodel::NameRule::OBJECTS.index(rule.of) }

  def rule
    @rule ||= rules.find { |each| each.of == @params[:of] } || rules.find { |each| each.of == "table" } || rules.first
  end

  def groups = GROUPS.map { |title, kinds| [ title, rules.select { |rule| kinds.include?(rule.of) } ] }

  # [[heading, [field name, …]], …] of the rule at hand.
  def sections(of = rule.of)
    if Kelvath::Metamodel::NameRule::PATTERNED.include?(of)
      return [ [ "Letters", letters ], [ "Length", %i[limit cutting] ] ]
    end

    [ [ "Letters", letters ], [ "Words", WORDS ],
      *([ [ "Length and safety", WRITTEN ] ] unless Kelvath::Metamodel::NameRule::LOGICAL.include?(of)),
      *([ [ "Beside other tables", %i[owner_in_front migrated] ] ] if of == "column") ]
  end

  # Some cases decide by themselves what stands between words.
  def letters = Kelvath::Naming::Lettering::JOINING.include?(rule[:case]) ? LETTERS - [ :separator ] : LETTERS

  def patterned?(of = rule.of) = Kelvath::Metamodel::NameRule::PATTERNED.include?(of)

  # The lexicon whose words the examples use: the one asked for, or the house's first.
  def lexicon
    @lexicon ||= StoredModel.of_sort("lexicon").order(:name).then do |list|
      list.find_by(id: @params[:lexicon].to_s) || list.first
    end
  end

  def standard = @standard ||= NamingStandard.draft(lexicon:, rulebook: @stored)
  def example(of = rule.of) = Kelvath::Naming::Example.of(standard, of.to_sym)
  def sentences(rule = self.rule) = Kelvath::Naming::Explaining.new(rule).sentences
end
