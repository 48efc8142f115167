# frozen_string_literal: true

require "nokogiri"
require "zip"

# The first sheet of an XLSX file (ECMA-376, SpreadsheetML) as rows of text, read piece by piece: what a file
# claims to hold is never made room for before it is there, and every limit is checked on the way.
class SheetFile::Workbook
  ROWS_MOST = 50_000
  WIDTH_MOST = 500 # columns
  TEXTS_MOST = 400_000 # shared texts
  TEXT_MOST = 200_000 # characters of a cell
  SECONDS_MOST = 30
  # Numbers that show as dates or times (ECMA-376, 18.8.30).
  DATES = [ *14..22, *27..36, *45..47, *50..58 ].freeze
  FIRST_DAY = Date.new(1899, 12, 30)

  # path: of the file; formulas: a cell with a formula says the formula, not its value.
  def initialize(path, formulas: false)
    @path = path
    @formulas = formulas
    @left = SheetFile::UNPACKED
    @until = now + SECONDS_MOST
  end

  # [[text, …], …]. Raises Kelvath::UnreadableFile.
  def rows
    @zip = opened
    SheetFile.refuse(too_large) if @zip.sum(&:size) > SheetFile::UNPACKED

    @texts = part?("xl/sharedStrings.xml") ? texts : []
    @dates = part?("xl/styles.xml") ? date_styles : []
    cells(first_sheet)
  rescue Zip::Error, Zlib::Error, Nokogiri::XML::SyntaxError, ArgumentError, EOFError
    SheetFile.refuse("The file is not readable as XLSX; it may be damaged, or of another kind.")
  end

  private

  # The library meets damage with errors of its own making and with any of the language's.
  def opened
    Zip::File.open(@path)
  rescue StandardError
    raise Zip::Error, "damaged"
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  def part?(name) = !@zip.find_entry(name).nil?

  # Walks through a part of the file; yields each event's reader. Entities are refused: no spreadsheet program writes
  # any.
  def walk(name)
    entry = @zip.find_entry(name) || SheetFile.refuse("The file is not readable as XLSX: it has no #{name}.")
    SheetFile.refuse(too_large) if (@left -= entry.size).negative?
    stream = Unpacked.new(entry.get_input_stream, entry.size)
    Nokogiri::XML::Reader(stream, nil, nil, Nokogiri::XML::ParseOptions::NONET).each do |node|
      if [ Nokogiri::XML::Reader::TYPE_DOCUMENT_TYPE,
           Nokogiri::XML::Reader::TYPE_ENTITY_REFERENCE ].include?(node.node_type)
        SheetFile.refuse("The file defines entities of its own; save it again with a spreadsheet program.")
      end

      SheetFile.refuse("The file takes more than #{SECONDS_MOST} seconds to read.") if now > @until
      yield node
    end
  end

  def too_large = "The file unpacks to more than #{SheetFile::UNPACKED / 1.megabyte} MB."

  def opens?(node, name) = node.node_type == Nokogiri::XML::Reader::TYPE_ELEMENT && node.local_name == name

  def closes?(node, name)
    node.local_name == name && (node.node_type == Nokogiri::XML::Reader::TYPE_END_ELEMENT ||
                                (node.node_type == Nokogiri::XML::Reader::TYPE_ELEMENT && node.self_closing?))
  end

  def text?(node)
    [ Nokogiri::XML::Reader::TYPE_TEXT, Nokogiri::XML::Reader::TYPE_CDATA,
      Nokogiri::XML::Reader::TYPE_SIGNIFICANT_WHITESPACE ].include?(node.node_type)
  end

  # The texts that cells share, in their order; what is said of their sound (rPh) is left out.
  def texts
    found, text, within, aside = [], nil, false, false
    walk("xl/sharedStrings.xml") do |node|
      text = +"" if opens?(node, "si")
      aside = true if opens?(node, "rPh")
      within = true if opens?(node, "t") && !node.self_closing?
      within = false if closes?(node, "t")
      aside = false if closes?(node, "rPh")
      grow(text, node.value) if within && !aside && text?(node)
      found << text if closes?(node, "si")
      SheetFile.refuse("The file has more than #{TEXTS_MOST} texts.") if found.size > TEXTS_MOST
    end
    found
  end

  def grow(text, more)
    SheetFile.refuse("A cell has more than #{TEXT_MOST} characters.") if text.length + more.length > TEXT_MOST

    text << more
  end

  # Whether each cell format, by its number, shows a date.
  def date_styles
    own, formats, within = {}, [], false
    walk("xl/styles.xml") do |node|
      if opens?(node, "numFmt")
        own[node.attribute("numFmtId")] = node.attribute("formatCode").to_s.gsub(/\[[^\]]*\]|"[^"]*"/, "")
                                              .match?(/[dmyhs]/i)
      end

      within = opens?(node, "cellXfs") || (within && !closes?(node, "cellXfs")) if node.local_name == "cellXfs"
      if within && opens?(node, "xf")
        formats << (DATES.include?(node.attribute("numFmtId").to_i) || own[node.attribute("numFmtId")])
      end
    end
    formats
  end

  def first_sheet
    first = nil
    walk("xl/workbook.xml") { |node| first ||= node.attribute("r:id") || node.attribute("id") if opens?(node, "sheet") }
    target = nil
    walk("xl/_rels/workbook.xml.rels") do |node|
      target ||= node.attribute("Target") if opens?(node, "Relationship") && node.attribute("Id") == first
    end
    SheetFile.refuse("The file has no sheet.") unless target

    "xl/#{target.delete_prefix('/').delete_prefix('xl/')}"
  end

  def cells(name)
    rows, cell, part, count = [], nil, nil, 0
    walk(name) do |node|
      if opens?(node, "c")
        cell = place(node, rows).merge(type: node.attribute("t"), style: node.attribute("s").to_i, value: +"",
                                       formula: nil)
        if (count += 1) > SheetFile::CELLS_MOST
          SheetFile.refuse("The file has more than #{SheetFile::CELLS_MOST} cells.")
        end
      elsif cell && %w[v t f].include?(node.local_name) && node.node_type == Nokogiri::XML::Reader::TYPE_ELEMENT
        part = node.local_name unless node.self_closing?
        cell[:formula] ||= +"" if node.local_name == "f"
      elsif cell && part && text?(node) then grow(part == "f" ? cell[:formula] : cell[:value], node.value)
      end
      part = nil if part && closes?(node, part)
      put(rows, cell) && cell = nil if cell && closes?(node, "c")
    end
    rows.map { |row| row || [] }
  end

  # { row:, column: } of a cell, counted from 0; checked before there is room for it.
  def place(node, rows)
    letters, row = node.attribute("r").to_s.match(/\A([A-Z]{1,3})(\d{1,7})\z/)&.captures
    return { row: [ rows.size - 1, 0 ].max, column: rows.last&.size.to_i } unless letters

    row, column = row.to_i - 1, letters.each_char.reduce(0) { |sum, letter| (sum * 26) + letter.ord - 64 } - 1
    if row >= ROWS_MOST || row.negative? || column >= WIDTH_MOST
      SheetFile.refuse("A cell stands at #{node.attribute('r')}; at most #{ROWS_MOST} rows and #{WIDTH_MOST} columns " \
                       "are read.")
    end

    { row:, column: }
  end

  def put(rows, cell)
    (rows[cell[:row]] ||= [])[cell[:column]] = @formulas && cell[:formula] ? "=#{cell[:formula]}" : shown(cell)
  end

  def shown(cell)
    case cell[:type]
    when "s" then Kelvath::Ledger::SheetCell.guard(@texts[Integer(cell[:value], 10)].to_s)
    when "b" then cell[:value] == "1" ? "true" : "false"
    when nil, "n" then number(cell)
    else Kelvath::Ledger::SheetCell.guard(cell[:value])
    end
  end

  # As a person reads it: 2026-05-31, 12, 3.5.
  def number(cell)
    text = cell[:value]
    return text if text.empty?

    number = Float(text)
    unless @dates[cell[:style]] && number.between?(1, 2_958_466)
      return number.abs < 1e15 && number == number.to_i ? number.to_i.to_s : number.to_s
    end

    day = (FIRST_DAY + number.to_i).iso8601
    rest = ((number % 1) * 86_400).round
    rest.zero? ? day : "#{day} #{Time.at(rest).utc.strftime('%H:%M:%S')}"
  end

  # A part of the file while it is unpacked: no more of it than it says it is.
  class Unpacked
    def initialize(stream, size)
      @stream = stream
      @left = size
    end

    def read(length = nil)
      data = @stream.read(length || @left)
      SheetFile.refuse("A part of the file is larger than it says.") if (@left -= data.to_s.bytesize).negative?
      data
    end

    def close = nil
  end
end
