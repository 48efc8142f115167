# frozen_string_literal: true

# Tables of a PDF book: their heads stand on each page, columns are as wide as what is in them asks for, words that lead
# somewhere are links. Laid out here rather than by the library's own tables, which measure every word several times: a
# dictionary of some thousand rows took minutes.
class PdfBook::Tables
  SIZE, LEADING = 7.5, 9.5 # points of letters, and from line to line
  GAP, AIR = 6, 4 # points between columns, and below a row
  LEAST = 28 # points of a column
  INK, SOFT, LINE, LINK = "1d2a35", "5b6770", "d8d1c3", "0e6e77"

  def initialize(pdf)
    @pdf = pdf
    @wide = Hash.new { |known, word| known[word] = in_face(word) { pdf.width_of(word, size: SIZE) } }
  end

  # sheet: a Kelvath::Publishing::Sheet.
  def write(sheet)
    @pdf.font("Body", size: SIZE) do
      @heads = sheet.columns.map { |each| DrawingFonts.known(each) }
      @widths = widths(sheet.shares)
      head
      sheet.rows.each { |row| row(row) }
    end
    @pdf.fill_color(INK)
    @pdf.move_down(6)
  end

  private

  # In the proportion of what they ask for.
  def widths(shares)
    room = @pdf.bounds.width - LEAST * shares.size
    shares.map { |share| LEAST + [ room, 0 ].max * share / shares.sum }
  end

  def head
    @pdf.start_new_page if @pdf.cursor < 3 * LEADING
    draw(@heads.each_with_index.map { |text, index| wrapped([ [ text, nil ] ], @widths[index] - GAP) }, SOFT)
  end

  # A row that is higher than what is left goes on, on the next page.
  def row(cells)
    columns = cells.each_with_index.map { |cell, index| wrapped(parts(cell), @widths[index] - GAP) }
    until columns.all?(&:empty?)
      room = ((@pdf.cursor - AIR) / LEADING).floor
      most = columns.map(&:size).max
      if room < 1 || (room < most && most * LEADING < @pdf.bounds.height / 2)
        @pdf.start_new_page
        head
        room = ((@pdf.cursor - AIR) / LEADING).floor
      end
      draw(columns.map { |lines| lines.first(room) }, INK)
      columns = columns.map { |lines| lines.drop(room) }
    end
  end

  # [[text, id that it leads to or nil], …] of a cell.
  def parts(cell)
    case cell
    when Kelvath::Publishing::Link then [ [ DrawingFonts.known(cell.text), cell.to ] ]
    when Array then cell.flat_map { |part| parts(part) }
    else [ [ DrawingFonts.known(cell.to_s), nil ] ]
    end
  end

  # Lines of [word, id] that are no wider than that.
  def wrapped(parts, width)
    lines, line, used = [], [], 0.0
    words(parts, width).each do |word, to|
      long = @wide[word.rstrip]
      if word == "\n" || (used + long > width && line.any?)
        lines << line
        line, used = [], 0.0
        next if word == "\n"
      end
      line << [ word, to ]
      used += @wide[word]
    end
    line.any? ? [ *lines, line ] : lines
  end

  # Words with the blank behind them; what is too wide for a line is cut.
  def words(parts, width)
    parts.flat_map do |text, to|
      text.scan(/\n|[^\s]+[ \t]*|[ \t]+/).flat_map do |word|
        @wide[word] <= width || word == "\n" ? [ [ word, to ] ] : cut(word, width).map { |piece| [ piece, to ] }
      end
    end
  end

  def cut(word, width)
    word.each_char.with_object([ +"" ]) do |letter, pieces|
      pieces << +"" if @wide[pieces.last + letter] > width && !pieces.last.empty?
      pieces.last << letter
    end
  end

  # columns: lines of each.
  def draw(columns, colour)
    top, left = @pdf.cursor, 0
    columns.each_with_index do |lines, index|
      lines.each_with_index { |line, number| write_line(line, left, top - SIZE - number * LEADING, colour) }
      left += @widths[index]
    end
    @pdf.move_down(columns.map(&:size).max.to_i * LEADING + AIR)
    @pdf.stroke_color(LINE)
    @pdf.line_width(0.5)
    @pdf.stroke_horizontal_line(0, @pdf.bounds.width, at: @pdf.cursor + AIR - 2.5)
  end

  # What the block answers, in a face that has the letters of a text.
  def in_face(text)
    return yield if DrawingFonts.plain?(text)

    answer = nil
    @pdf.font(DrawingFonts::BROAD) { answer = yield }
    answer
  end

  # Words that lead to one place, and are of one face, are written in one go.
  def write_line(line, left, base, colour)
    line.chunk_while { |one, two| one.last == two.last && plain?(one) == plain?(two) }.each do |words|
      text, to = words.map(&:first).join, words.first.last
      wide = words.sum { |word, _| @wide[word] }
      @pdf.fill_color(to ? LINK : colour)
      in_face(text) { @pdf.draw_text(text, at: [ left, base ], size: SIZE) }
      lead(to, left, base, wide) if to
      left += wide
    end
  end

  def plain?((word, _)) = DrawingFonts.plain?(word)

  def lead(id, left, base, wide)
    x, y = @pdf.bounds.absolute_left + left, @pdf.bounds.absolute_bottom + base
    @pdf.link_annotation([ x, y - 2, x + wide, y + SIZE ], Border: [ 0, 0, 0 ], Dest: id)
  end
end
