# frozen_string_literal: true

# Markup of this process, kept with the very things it was made of, so that a page with a thousand of them paints
# anew only those that are other than the last time.
module KeptMarkup
  MOST = 60_000 # pieces that stay
  LATEST = Latest.new(200, most: MOST, &:size)

  module_function

  # The markup of all things in order, [String, …]; key: of the list they stand in. Yields [thing, …] that must be
  # painted, and gets the markup of each.
  def fetch(key, things)
    pieces = LATEST.fetch(key) do |known|
      known ||= {}.compare_by_identity
      fresh = things.reject { |thing| known.key?(thing) }
      painted = {}.compare_by_identity
      fresh.zip(yield(fresh)) { |thing, markup| painted[thing] = markup } if fresh.any?
      things.each_with_object({}.compare_by_identity) do |thing, kept|
        kept[thing] = known[thing] || painted.fetch(thing)
      end
    end
    pieces.values
  end
end
