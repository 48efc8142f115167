# frozen_string_literal: true

require "prawn"

# The writing of a PDF book, from its cover to its index. Pages are left free for the contents, which are written last:
# only then is it known on which page everything is.
class PdfBook::Writing
  MM = 72 / 25.4 # points
  MARGIN = 18 * MM
  INK, SOFT, LINE, BAND = "1d2a35", "5b6770", "d8d1c3", "0e6e77"
  FACES = { "Body" => DrawingFonts::FACES, "Drawing" => DrawingFonts::FACES,
            "Serif" => { normal: "newsreader-latin-400-normal", bold: "newsreader-latin-600-normal",
                         italic: "newsreader-latin-400-italic" },
            "Mono" => { normal: "jetbrains-mono-latin-400-normal" } }.freeze

  LINE_HEIGHT = 14 # points of a line of the contents or the index
  TITLE_HEIGHT = 34

  def initialize(book, scenes, facts, progress: Kelvath::Progress.none)
    @book, @scenes, @facts, @progress = book, scenes, facts, progress
    @pages = {} # { id of an entry, a picture, or "chapter-1" => number of the page that it begins on }
  end

  # Writes all of it; answers itself.
  def write
    @pdf = Prawn::Document.new(page_size: "A4", margin: MARGIN, info: info)
    FACES.each { |name, faces| DrawingFonts.add(@pdf, name, faces) }
    @pdf.default_kerning(false) # to look at each pair of letters takes most of the time
    @pdf.font("Body", size: 9.5)
    @pdf.fill_color(INK)
    @pdf.state.store.root.data[:Lang] = PDF::Core::LiteralString.new(@book.dossier.language.presence || "en")
    @book.brief ? piece : whole
    heads_and_feet
    self
  end

  def whole
    cover
    room_for_contents
    @book.chapters.each_with_index { |chapter, index| chapter(chapter, index + 1) }
    index
    contents
    bookmarks
  end

  # One chapter alone, on pages from the first on.
  def piece
    chapter(@book.chapters.first, 1)
    @pdf.delete_page(0)
  end

  # The file's bytes.
  def render = @pdf.render

  private

  def dossier = @book.dossier
  def serif? = dossier.typeface == "serif"
  def plain(text) = DrawingFonts.known(text.to_s)

  # Running text, in a face that has its letters.
  def text(text, **looks) = @pdf.text(text, **looks, fallback_fonts: DrawingFonts.further(text))

  def inline(text) = CGI.escapeHTML(plain(text)).gsub("&#39;", "'").gsub("&quot;", '"')

  def info
    { Title: "#{dossier.name}: #{@book.model_name}", Author: dossier.author.presence || @facts["person"].to_s,
      Creator: "Kelvath", Subject: dossier.subtitle }
  end

  def cover
    logo
    @pdf.fill_color(BAND)
    @pdf.fill_rectangle([ 0, @pdf.bounds.top - 120 ], @pdf.bounds.width, 4)
    @pdf.fill_color(INK)
    @pdf.move_cursor_to(@pdf.bounds.top - 150)
    title(dossier.name, 30)
    said(dossier.subtitle, size: 13, color: SOFT)
    @pdf.move_down(20)
    { "Model" => @book.model_name, "By" => dossier.author, "Issued" => @facts["issued"],
      "Published by" => @facts["person"] }.compact_blank.each { |name, value| said("#{name}: #{value}", size: 10) }
  end

  def logo
    data = dossier.logo.to_s[/\Adata:image\/(?:png|jpeg);base64,(.+)\z/m, 1] or return
    @pdf.image(StringIO.new(data.unpack1("m")), fit: [ 200, 60 ])
  rescue Prawn::Errors::UnsupportedImageType, Zlib::Error
    nil # what cannot be painted is left out; the look of the rest stands
  end

  def title(text, size)
    @pdf.font(serif? ? "Serif" : "Body", style: :bold) { text(plain(text), size:, leading: 2) }
  end

  def said(text, size: 9.5, color: INK)
    text(plain(text), size:, color:) unless text.to_s.empty?
  end

  # [[text, key, indent], …] of the contents: chapters, and what stands in them.
  def entries
    @entries ||= @book.chapters.each_with_index.flat_map do |chapter, index|
      [ [ "#{index + 1}  #{chapter.title}", "chapter-#{index + 1}", 0 ],
        *chapter.blocks.select { |block| key(block) }.map { |block| [ block.title, key(block), 14 ] } ]
    end + (named.any? ? [ [ "Index", "index", 0 ] ] : [])
  end

  def lines_of(number) = ((@pdf.bounds.height - (number.zero? ? TITLE_HEIGHT : 0)) / LINE_HEIGHT).floor

  def room_for_contents
    left, number = entries.size, 0
    while left.positive? || number.zero?
      @pdf.start_new_page
      left -= lines_of(number)
      number += 1
    end
  end

  def contents
    left = entries.dup
    (0..).each do |number|
      break if left.empty?

      @pdf.go_to_page(2 + number)
      @pdf.move_cursor_to(@pdf.bounds.top)
      title("Contents", 18) if number.zero?
      @pdf.move_cursor_to(@pdf.bounds.top - (number.zero? ? TITLE_HEIGHT : 0))
      left.shift(lines_of(number)).each { |text, key, indent| line(text, key, indent:, bold: indent.zero?) }
    end
  end

  def key(block)
    case block
    when Kelvath::Publishing::Entry then block.id
    when Kelvath::Publishing::Picture then block.diagram_id
    end
  end

  # A line that leads to a place, with the number of its page at the right.
  def line(text, key, indent: 0, bold: false)
    top = @pdf.cursor
    @pdf.font("Body", style: bold ? :bold : :normal) do
      @pdf.text_box(plain(text), at: [ indent, top ], width: @pdf.bounds.width - indent - 40, height: 13, size: 9.5,
                                 overflow: :truncate, single_line: true,
                                 fallback_fonts: DrawingFonts.further(text))
      number = @pages.fetch(key, "").to_s
      @pdf.text_box(number, at: [ @pdf.bounds.width - 40, top ], width: 40, align: :right, size: 9.5)
    end
    lead(key, [ @pdf.bounds.absolute_left + indent, @pdf.bounds.absolute_bottom + top - 12,
                @pdf.bounds.absolute_right, @pdf.bounds.absolute_bottom + top ])
    @pdf.move_down(LINE_HEIGHT)
  end

  # A part of the page, in points from its corner, leads to a place.
  def lead(key, box) = @pdf.link_annotation(box, Border: [ 0, 0, 0 ], Dest: key)

  # What comes next is that place.
  def here(key)
    @pdf.add_dest(key, @pdf.dest_xyz(0, @pdf.bounds.absolute_bottom + @pdf.cursor + 12, nil, @pdf.page))
    @pages[key] = @pdf.page_number
  end

  def chapter(chapter, number)
    @progress.step(number, @book.chapters.size, "writing #{chapter.title}")
    @drawn = false
    @opening = -> do
      here("chapter-#{number}")
      title([ *(number unless @book.brief), chapter.title ].join("  "), 20)
      @pdf.move_down(10)
    end
    opening_page unless chapter.blocks.first.is_a?(Kelvath::Publishing::Picture)
    said("There is nothing of this in the model.", color: SOFT) if chapter.blocks.empty?
    chapter.blocks.each { |block| block(block, 13) }
  end

  WIDE = 6 # columns of a ledger alone that ask for a page that lies

  def layout
    sheets = @book.brief ? @book.chapters.flat_map(&:blocks).grep(Kelvath::Publishing::Sheet) : []
    sheets.any? { |sheet| sheet.columns.size > WIDE } ? :landscape : :portrait
  end

  def opening_page
    @pdf.start_new_page(size: "A4", layout:, margin: MARGIN)
    open_chapter
  end

  # The heading of a chapter stands above what it begins with, on whatever page that needs.
  def open_chapter
    @opening&.call
    @opening = nil
  end

  def block(block, size)
    on_plain_page unless block.is_a?(Kelvath::Publishing::Picture)
    case block
    when Kelvath::Publishing::Entry then entry(block, size)
    when Kelvath::Publishing::Passage then passage(block)
    when Kelvath::Publishing::Picture then picture(block)
    when Kelvath::Publishing::Sheet then heading(block.title, size) && sheet(block)
    when Kelvath::Publishing::Sentences then sentences(block, size)
    when Kelvath::Publishing::Terms then terms(block)
    when Kelvath::Publishing::Script then script(block, size)
    end
  end

  # A heading with room for what follows it.
  def heading(text, size, room: 50)
    @pdf.start_new_page if @pdf.cursor < room + size
    @pdf.move_down(8)
    @pdf.font("Body", style: :bold) { text(plain(text), size:, color: size < 12 ? SOFT : INK) }
    @pdf.move_down(3)
    true
  end

  def entry(entry, size)
    @pdf.start_new_page if @pdf.cursor < 110
    @pdf.move_down(6)
    @pdf.stroke_color(LINE) && @pdf.stroke_horizontal_rule
    here(entry.id)
    heading(entry.title, size)
    said([ entry.sort, entry.note.presence ].compact.join(", "), size: 8.5, color: SOFT)
    @pdf.move_down(3)
    entry.blocks.each { |each| block(each, 9) }
  end

  def passage(passage)
    @pdf.font(serif? ? "Serif" : "Body") do
      Passages.of(passage).each do |text, style|
        text(inline(text), size: style == :heading ? 12 : 10.5, leading: 2, inline_format: true,
                                style: style == :heading ? :bold : :normal)
        @pdf.move_down(4)
      end
    end
  end

  def sentences(block, size)
    heading(block.title, size)
    said(block.note, color: SOFT)
    block.lines.each do |number, text|
      before = "<color rgb='#{SOFT}'>#{inline(number)}</color> " if number.present?
      text("#{before}#{inline(text)}", inline_format: true, size: 9.5, leading: 1)
      @pdf.move_down(2)
    end
  end

  def terms(block)
    block.terms.each do |term, meaning|
      @pdf.start_new_page if @pdf.cursor < 30
      text("<b>#{cell(term)}</b>  #{inline(meaning)}", inline_format: true, size: 9.5, leading: 1)
      @pdf.move_down(4)
    end
  end

  def script(block, size)
    heading(block.title, size)
    @pdf.font("Mono") { text(plain(block.text).tr("\t", " "), size: 7, leading: 1) }
  end

  # A cell as the inline format of what writes it; links lead within the file.
  def cell(cell)
    case cell
    when Kelvath::Publishing::Link
      "<link anchor='#{cell.to}'><color rgb='#{BAND}'>#{inline(cell.text)}</color></link>"
    when Array then cell.map { |part| cell(part) }.join
    else inline(cell)
    end
  end

  def sheet(sheet) = PdfBook::Tables.new(@pdf).write(sheet)

  def picture(picture)
    scene = @scenes.fetch(picture.diagram_id)
    PdfBook::Pictures.new(@pdf, @book.anchors, dossier).write(picture, scene, picture.title) do
      open_chapter
      here(picture.diagram_id)
    end
    @drawn = true
  end

  # What follows a drawing begins on a page of the usual size.
  def on_plain_page
    @pdf.start_new_page(size: "A4", layout:, margin: MARGIN) if @drawn
    @drawn = false
  end

  # [[title, what it is, key], …] of what has a page of its own and of drawings, in the order of the alphabet.
  def named
    @named ||= [ *@book.entries.map { |each| [ each.title, each.note.to_s, each.id ] },
                 *@book.pictures.map { |each| [ each.title, "diagram", each.diagram_id ] } ]
               .sort_by { |title, note, _| [ title.downcase, note ] }
  end

  def index
    return if named.empty?

    @pdf.start_new_page(size: "A4", layout: :portrait, margin: MARGIN)
    here("index")
    title("Index", 20)
    @pdf.move_down(8)
    named.each do |title, note, key|
      @pdf.start_new_page if @pdf.cursor < LINE_HEIGHT
      line([ title, note.presence ].compact.join(", "), key)
    end
  end

  # On every page but the cover.
  def heads_and_feet
    ((@book.brief ? 1 : 2)..@pdf.page_count).each do |number|
      @pdf.go_to_page(number)
      width = @pdf.page.dimensions[2]
      @pdf.canvas do
        @pdf.font("Body", size: 8)
        @pdf.fill_color(SOFT)
        edge("#{@book.model_name}: #{dossier.name}", @pdf.page.dimensions[3] - 28)
        edge(dossier.footer, 24) if dossier.footer.present?
        @pdf.text_box(number.to_s, at: [ width - MARGIN - 60, 32 ], width: 60, align: :right, size: 8)
      end
    end
  end

  def edge(text, base)
    @pdf.font(DrawingFonts.plain?(text) ? "Body" : DrawingFonts::BROAD) do
      @pdf.draw_text(plain(text), at: [ MARGIN, base ], size: 8)
    end
  end

  def bookmarks
    chapters = @book.chapters.each_with_index.map { |chapter, index| [ chapter, @pages["chapter-#{index + 1}"] ] }
    key, pages, last = method(:key), @pages, @pages["index"]
    @pdf.outline.define do
      chapters.each do |chapter, number|
        section(chapter.title, destination: number, closed: true) do
          chapter.blocks.each { |each| page(title: each.title, destination: pages[key.call(each)]) if key.call(each) }
        end
      end
      page(title: "Index", destination: last) if last
    end
  end
end
