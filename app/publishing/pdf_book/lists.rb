# frozen_string_literal: true

class PdfBook
  # What of a PDF book says on which page everything is: its contents, its index, its bookmarks. Included by what
  # writes it.
  module Lists
    private

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
end
