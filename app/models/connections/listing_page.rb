# frozen_string_literal: true

# A list of what a database holds, with what a scope takes of it.
class ListingPage
  MOST = 300 # that are shown

  attr_reader :listing, :scope

  # words: only Items with these in their names are shown.
  def initialize(listing, scope, words: nil)
    @listing = listing
    @scope = scope
    @words = words.to_s.downcase.split
  end

  def found = @found ||= listing.items.select { |item| @words.all? { |word| item.title.downcase.include?(word) } }
  def shown = found.first(MOST)
  def taken = @taken ||= listing.items.select { |item| scope.takes?(item) }

  # { kind => [taken, there] }
  def counts
    there, some = [ listing.items, taken ].map { |list| list.map(&:kind).tally }
    Kelvath::Intake::Scope::KINDS.select { |kind| there.key?(kind) }
                                 .index_with { |kind| [ some.fetch(kind, 0), there[kind] ] }
  end

  # Is an Item taken by the rules, apart from what was ticked?
  def ruled?(item) = rules.takes?(item)

  # Sums over what is taken, nil where nothing is known.
  def rows = sum(:rows)
  def bytes = sum(:bytes)

  private

  def rules = @rules ||= Kelvath::Intake::Scope.of(scope.to_h.except("with", "without"))

  def sum(field)
    known = taken.filter_map(&field)
    known.sum if known.any?
  end
end
