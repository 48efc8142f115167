# frozen_string_literal: true

# The text of a document.
class DocxBook::Body
  SPACES = { "xmlns:w" => "http://schemas.openxmlformats.org/wordprocessingml/2006/main",
             "xmlns:r" => DocxBook::OFFICE,
             "xmlns:wp" => "http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing",
             "xmlns:a" => "http://schemas.openxmlformats.org/drawingml/2006/main",
             "xmlns:pic" => "http://schemas.openxmlformats.org/drawingml/2006/picture" }.freeze
  BOOK = Kelvath::Publishing
  MOST = "A3" # word processors have no larger pages

  def initialize(book, media, facts, progress: Kelvath::Progress.none)
    @book, @media, @facts, @progress = book, media, facts, progress
  end

  # word/document.xml, into what takes it (<<).
  def write_to(target)
    @pen = DocxBook::Pen.new(target)
    @pictures = DocxBook::Pictures.new(@pen)
    @sections = DocxBook::Sections.new(@pen)
    w.document(SPACES) { w.body { write } }
  end

  private

  def w = @pen.w
  def dossier = @book.dossier

  def write
    cover
    contents
    @book.chapters.each_with_index { |chapter, index| chapter(chapter, index + 1) }
    @sections.close
  end

  def cover
    picture, *size = @media.logo(dossier.logo)
    @pictures.logo(picture, *size) if picture
    @pen.paragraph("Title") { @pen.run(dossier.name) }
    @pen.paragraph("Subtitle") { @pen.run(dossier.subtitle) } if dossier.subtitle.present?
    { "Model" => @book.model_name, "By" => dossier.author, "Issued" => @facts["issued"],
      "Published by" => @facts["person"] }.compact_blank.each do |name, value|
      @pen.paragraph("Normal") { @pen.run("#{name}: #{value}") }
    end
  end

  # Filled with what is in it, so that it can be read before the word processor reckons the pages.
  def contents
    @pen.paragraph("ContentsHeading") { @pen.run("Contents") }
    entries = @book.chapters.each_with_index.flat_map do |chapter, index|
      [ [ 1, chapter.title, "chapter-#{index + 1}" ],
        *chapter.blocks.filter_map { |block| [ 2, block.title, key(block) ] if key(block) } ]
    end
    entries.each_with_index { |entry, index| contents_line(entry, first: index.zero?, last: index == entries.size - 1) }
  end

  def contents_line((level, title, key), first:, last:)
    @pen.paragraph("TOC#{level}") do
      @pen.open_field('TOC \o "1-2" \h \z \u') if first
      w.hyperlink("w:anchor" => @pen.mark_name(key), "w:history" => "1") do
        @pen.run("#{title}\t")
        @pen.field("PAGEREF #{@pen.mark_name(key)} \\h", "")
      end
      @pen.close_field if last
    end
  end

  def key(block)
    case block
    when BOOK::Entry then block.id
    when BOOK::Picture then block.diagram_id
    end
  end

  def chapter(chapter, number)
    @progress.step(number, @book.chapters.size, "writing #{chapter.title}")
    first = chapter.blocks.first
    first.is_a?(BOOK::Picture) ? picture_page(first) : @sections.plain
    @pen.paragraph("Heading1") { @pen.marked("chapter-#{number}") { @pen.run(chapter.title) } }
    @pen.paragraph("Note") { @pen.run("There is nothing of this in the model.") } if chapter.blocks.empty?
    chapter.blocks.each { |block| block(block, 2) }
  end

  # The page that a picture needs.
  def picture_page(picture)
    id, extent = drawn(picture)
    sheets = Kelvath::Diagram::PaperSheets.readable(extent, dossier.paper, most: MOST)
    @sections.enter(sheets.size)
    [ id, extent ]
  end

  def drawn(picture) = (@drawn ||= {})[picture.diagram_id] ||= @media.drawing(picture.diagram_id)

  def block(block, level)
    @sections.plain unless block.is_a?(BOOK::Picture) || level > 2
    case block
    when BOOK::Entry then entry(block, level)
    when BOOK::Passage then passage(block)
    when BOOK::Picture then picture(block, level)
    when BOOK::Sheet then sheet(block)
    when BOOK::Sentences then sentences(block, level)
    when BOOK::Terms then terms(block)
    when BOOK::Script then script(block, level)
    end
  end

  def heading(text, level, key = nil)
    @pen.paragraph("Heading#{[ level, 4 ].min}") { key ? @pen.marked(key) { @pen.run(text) } : @pen.run(text) }
  end

  def entry(entry, level)
    heading(entry.title, level, entry.id)
    @pen.paragraph("Note") { @pen.run([ entry.sort, entry.note.presence ].compact.join(", ")) }
    @about = entry.title
    entry.blocks.each { |each| block(each, level + 1) }
    @about = nil
  end

  def passage(passage)
    Passages.of(passage).each do |text, style|
      @pen.paragraph(style == :heading ? "Heading3" : "Passage") { @pen.run(text) }
    end
  end

  def picture(picture, level)
    id, extent = picture_page(picture)
    heading(picture.title, level, picture.diagram_id)
    @pen.paragraph("Note") { @pen.run(picture.note) } if picture.note.present?
    @pictures.drawing(id, extent, @sections.room, picture.title)
    caption("Figure", picture.title)
  end

  # The caption of a figure stands below it, that of a table above.
  def caption(what, text)
    @pen.paragraph("Caption", keep: what == "Table") do
      @pen.run("#{what} ")
      number = ((@counted ||= Hash.new(0))[what] += 1)
      @pen.field("SEQ #{what} \\* ARABIC", number.to_s)
      @pen.run(": #{text}")
    end
  end

  def sheet(sheet)
    caption("Table", [ sheet.title, @about ].compact_blank.join(" of "))
    w.tbl do
      w.tblPr do
        w.tblStyle("w:val" => "BookTable")
        w.tblW("w:w" => 5000, "w:type" => "pct")
        w.tblLayout("w:type" => "fixed")
        w.tblLook("w:val" => "0020", "w:firstRow" => "1")
      end
      widths = @sections.widths(sheet.shares)
      w.tblGrid { widths.each { |width| w.gridCol("w:w" => width) } }
      row(sheet.columns, widths, head: true)
      sheet.rows.each { |cells| row(cells, widths) }
    end
    @pen.paragraph("Gap")
  end

  # A row is not parted between pages; a head stands on each.
  def row(cells, widths, head: false)
    w.tr do
      w.trPr do
        w.cantSplit
        w.tblHeader if head
      end
      widths.each_with_index do |width, index|
        w.tc do
          w.tcPr { w.tcW("w:w" => width, "w:type" => "dxa") }
          @pen.paragraph(head ? "TableHead" : "TableText") { @pen.cell(cells[index]) }
        end
      end
    end
  end

  def sentences(block, level)
    heading(block.title, level)
    @pen.paragraph("Note") { @pen.run(block.note) } if block.note.present?
    block.lines.each do |number, text|
      @pen.paragraph("Sentence") do
        @pen.run("#{number}  ", color: "5B6770") if number.present?
        @pen.run(text)
      end
    end
  end

  def terms(block)
    block.terms.each do |term, meaning|
      @pen.paragraph("Sentence") do
        term.is_a?(BOOK::Link) ? @pen.cell(term) : @pen.run(term, b: true)
        @pen.run("  #{meaning}")
      end
    end
  end

  def script(block, level)
    heading(block.title, level)
    block.text.each_line(chomp: true) { |line| @pen.paragraph("Script") { @pen.run(line) } }
  end
end
