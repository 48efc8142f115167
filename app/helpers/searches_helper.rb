# frozen_string_literal: true

module SearchesHelper
  BEFORE, LENGTH = 40, 140 # characters of a text: before the first word that was found, and in all

  # The part of a text around the first of some words, with all of the words marked.
  def marked(text, wanted)
    words = wanted.downcase.split
    from = [ text.downcase.index(words.first).to_i - BEFORE, 0 ].max
    part = "#{'… ' if from.positive?}#{text[from, LENGTH]}#{' …' if text.length > from + LENGTH}".gsub(/\s+/, " ")
    pieces = part.split(/(#{words.map { |word| Regexp.escape(word) }.join('|')})/i)
    safe_join(pieces.map { |piece| words.include?(piece.downcase) ? tag.mark(piece) : piece })
  end

  # "in Vessel, PostgreSQL"
  def standing_in(element)
    around = @model.ancestors(element).map { |each| each.label(@model) }
    around.empty? ? "" : "in #{around.join(', ')}"
  end
end
