# frozen_string_literal: true

# The lexicons and rulebooks that there are to choose from, as options of a list.
class StandardChoices
  # [[title, id], …]; only what has a version can be followed.
  def lexicons = options("lexicon")
  def rulebooks = options("rulebook")
  def any? = (lexicons + rulebooks).any?

  private

  def options(sort)
    StoredModel.of_sort(sort).order(:name).filter_map do |stored|
      [ "#{stored.name}, version #{stored.version}", stored.id ] if stored.version.positive?
    end
  end
end
