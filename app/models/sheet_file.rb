# frozen_string_literal: true

# Rows of text as CSV and XLSX, out and in.
module SheetFile
  SIZE = 20.megabytes
  UNPACKED = 100.megabytes # what the parts of an XLSX file may come to
  CELLS_MOST = 400_000

  module_function

  # UTF-8 with a byte order mark, which spreadsheet programs ask for. What would run as a formula gets
  # an apostrophe in front.
  def csv(rows)
    require "csv"
    "\uFEFF#{rows.map { |row| row.map { |cell| harmless(cell) }.to_csv }.join}"
  end

  def xlsx(rows, title)
    require "caxlsx"
    package = Axlsx::Package.new
    package.workbook.add_worksheet(name: title.gsub(%r{[\[\]*:?/\\]}, " ").strip.first(31).presence || "Sheet") do |sheet|
      bold = package.workbook.styles.add_style(b: true)
      rows.each_with_index { |row, index| sheet.add_row(row, types: [ :string ] * row.size, style: index.zero? ? bold : nil, escape_formulas: true) }
    end
    package.to_stream.read
  end

  # The rows of an uploaded file. formulas: a cell with a formula says the formula, not its value.
  # Raises Kelvath::UnreadableFile.
  def read(file, formulas: false)
    refuse("Choose a CSV or XLSX file first.") unless file.respond_to?(:tempfile)
    refuse("The file has more than #{SIZE / 1.megabyte} MB.") if file.size > SIZE

    rows = File.extname(file.original_filename.to_s).casecmp?(".xlsx") ? read_xlsx(file.path, formulas:) : read_csv(file.read)
    refuse("The file has more than #{CELLS_MOST} cells.") if rows.sum(&:size) > CELLS_MOST
    rows.map { |row| row.map { |cell| cell.to_s.scrub("?").strip } }
  end

  # The rows that a page sends back after it has shown them, as JSON. Raises Kelvath::UnreadableFile.
  def sent(text)
    rows = JSON.parse(text.to_s)
    return rows.map { |cells| cells.map(&:to_s) } if rows.is_a?(Array) && rows.all?(Array)

    refuse("The rows did not arrive whole; choose the file again.")
  rescue JSON::ParserError
    refuse("The rows did not arrive whole; choose the file again.")
  end

  def read_csv(bytes)
    require "csv"
    text = bytes.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
    unless text.valid_encoding?
      line = bytes.lines.index { |each| !each.dup.force_encoding(Encoding::UTF_8).valid_encoding? }.to_i + 1
      refuse("The file is not UTF-8 text: line #{line} holds other bytes. Save it as UTF-8.", line)
    end
    CSV.parse(text, col_sep: text.lines.first.to_s.count(";") > text.lines.first.to_s.count(",") ? ";" : ",")
  rescue CSV::MalformedCSVError => error
    refuse("The file is not readable as CSV: #{error.message}", error.line_number)
  end

  def read_xlsx(path, formulas: false)
    require "roo"
    Zip::File.open(path) { |zip| refuse("The file unpacks to more than #{UNPACKED / 1.megabyte} MB.") if zip.sum(&:size) > UNPACKED }
    sheet = Roo::Excelx.new(path).sheet(0)
    rows = sheet.first_row ? Array.new(sheet.first_row - 1) { [] } + sheet.to_a.map { |cells| Array.new(sheet.first_column - 1) + cells } : []
    formulas_in(path).each { |row, column, formula| (rows[row - 1] ||= [])[column - 1] = "=#{formula}" } if formulas
    rows.map(&:to_a)
  rescue Zip::Error, ArgumentError, Nokogiri::XML::SyntaxError, NoMethodError
    refuse("The file is not readable as XLSX; it may be damaged, or of another kind.")
  end

  # [[row, column, formula], …] of the first sheet, counted from 1. Read from the file itself, since a formula
  # whose value nobody worked out yet is no cell to the reader.
  def formulas_in(path)
    Zip::File.open(path) do |zip|
      first = Nokogiri::XML(zip.read("xl/workbook.xml")).remove_namespaces!.at_css("sheet")["id"]
      target = Nokogiri::XML(zip.read("xl/_rels/workbook.xml.rels")).remove_namespaces!.css("Relationship").find { |each| each["Id"] == first }["Target"]
      Nokogiri::XML(zip.read("xl/#{target.delete_prefix('/xl/')}")).remove_namespaces!.css("c > f").map do |formula|
        letters, row = formula.parent["r"].match(/\A([A-Z]+)(\d+)\z/).captures
        [ row.to_i, letters.each_char.reduce(0) { |sum, letter| (sum * 26) + letter.ord - 64 }, formula.text ]
      end
    end
  end

  def harmless(cell) = cell.to_s.match?(/\A[=+\-@\t\r]/) && !cell.to_s.match?(/\A-?\d+(\.\d+)?\z/) ? "'#{cell}" : cell
  def refuse(message, line = nil) = raise(Kelvath::UnreadableFile.new(message, line:))
end
