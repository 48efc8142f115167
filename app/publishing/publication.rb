# frozen_string_literal: true

# A dossier as a file of some format.
class Publication
  # { format => [what it is called, ending, media type] }
  FORMATS = { "html" => [ "One HTML file", "html", "text/html" ],
              "pdf" => [ "PDF", "pdf", "application/pdf" ],
              "docx" => [ "Word-processor document", "docx",
                          "application/vnd.openxmlformats-officedocument.wordprocessingml.document" ],
              "xlsx" => [ "Spreadsheet", "xlsx",
                          "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet" ],
              "csv" => [ "CSV files, in a zip", "zip", "application/zip" ],
              "markdown" => [ "Markdown with Mermaid", "md", "text/markdown" ] }.freeze

  # standard: a Kelvath::Naming::Standard; facts: as HtmlBook takes them; changes: as Publishing.compose takes them.
  # Raises Kelvath::UnknownName for a format that there is not.
  def self.bytes(format, model, dossier, standard: Kelvath::Naming::Standard.plain, facts: {}, changes: [],
                 progress: Kelvath::Progress.none)
    check(format)
    progress.step(0, 1, "putting the chapters together")
    model = Kelvath::Publishing.prepared(model, dossier)
    of_book(format, model, Kelvath::Publishing.compose(model, dossier, standard:, changes:), facts:, progress:)
  end

  # The same of a book that there is.
  def self.of_book(format, model, book, facts: {}, progress: Kelvath::Progress.none)
    case format
    when "html" then HtmlBook.new(model, book, facts:).text(progress:)
    when "pdf" then PdfBook.new(model, book, facts:).bytes(progress:)
    when "docx" then DocxBook.new(model, book, facts:).bytes(progress:)
    when "markdown" then MarkdownBook.new(model, book).text
    else SheetBook.new(book).public_send(format)
    end
  end

  # Can a text be written in the typefaces that a PDF has within it?
  def self.writes?(text) = DrawingFonts.writes?(text)

  def self.check(format)
    return if FORMATS.key?(format)

    raise Kelvath::UnknownName, "A dossier cannot be published as “#{format.to_s.first(40)}”; it can as " \
                                "#{FORMATS.keys.join(', ')}."
  end
end
