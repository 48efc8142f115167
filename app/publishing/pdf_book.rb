# frozen_string_literal: true

# A book as a PDF file: bookmarks, contents and an index with page numbers, drawings on pages as large as they need,
# cards that lead to their pages, heads of tables on each page, fonts within it.
class PdfBook
  MM = 72 / 25.4 # points
  MARGIN = 18 * MM
  INK, SOFT, LINE, BAND = "1d2a35", "5b6770", "d8d1c3", "0e6e77"
  LINE_HEIGHT = 14 # points of a line of the contents or the index
  TITLE_HEIGHT = 34

  # book: a Kelvath::Publishing::Book; facts: as HtmlBook takes them.
  def initialize(model, book, facts: {})
    @model, @book, @facts = model, book, facts
  end

  # The file's bytes. progress: is told how far it is.
  def bytes(progress: Kelvath::Progress.none)
    scenes = @book.pictures.to_h { |each| [ each.diagram_id, Kelvath::Diagram::Scene.of(@model, each.diagram_id) ] }
    Writing.new(@book, scenes, @facts, progress:).write.render
  end
end
