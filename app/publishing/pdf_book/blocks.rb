# frozen_string_literal: true

class PdfBook
  # How each sort of block is written into a PDF book. Included by what writes it.
  module Blocks
    private

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
  end
end
