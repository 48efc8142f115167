# frozen_string_literal: true

require "prawn"

class PdfBook
  # The writing of a PDF book, from its cover to its index. Pages are left free for the contents, which are written
  # last: only then is it known on which page everything is.
  class Writing
    include Blocks
    include Lists

    FACES = { "Body" => DrawingFonts::FACES, "Drawing" => DrawingFonts::FACES,
              "Serif" => { normal: "newsreader-latin-400-normal", bold: "newsreader-latin-600-normal",
                           italic: "newsreader-latin-400-italic" },
              "Mono" => { normal: "jetbrains-mono-latin-400-normal" } }.freeze

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

    def key(block)
      case block
      when Kelvath::Publishing::Entry then block.id
      when Kelvath::Publishing::Picture then block.diagram_id
      end
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
  end
end
