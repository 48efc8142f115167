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
    "\uFEFF#{rows.map { |row| row.map { |cell| Kelvath::Ledger::SheetCell.guard(cell.to_s) }.to_csv }.join}"
  end

  def xlsx(rows, title)
    require "caxlsx"
    package = Axlsx::Package.new
    package.workbook.add_worksheet(name: title.gsub(%r{[\[\]*:?/\\]}, " ").strip.first(31).presence ||
                                         "Sheet") do |sheet|
      bold = package.workbook.styles.add_style(b: true)
      rows.each_with_index do |row, index|
        sheet.add_row(row, types: [ :string ] * row.size, style: index.zero? ? bold : nil, escape_formulas: true)
      end
    end
    package.to_stream.read
  end

  # The rows of an uploaded file, cells as Kelvath::Ledger::SheetCell takes them. formulas: a cell with a formula says
  # the formula, not its value.
  # Raises Kelvath::UnreadableFile.
  def read(file, formulas: false)
    refuse("Choose a CSV or XLSX file first.") unless file.respond_to?(:tempfile)
    refuse("The file has more than #{SIZE / 1.megabyte} MB.") if file.size > SIZE

    rows = File.extname(file.original_filename.to_s).casecmp?(".xlsx") ? Workbook.new(file.path, formulas:).rows :
             read_csv(file.read)
    rows.map { |row| row.map { |cell| Kelvath::Metamodel::ValueCheck.plain(cell.to_s).strip } }
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
    head = text[/\A[^\r\n]*/].first(10_000)
    limited(CSV.new(text, col_sep: head.count(";") > head.count(",") ? ";" : ",", max_field_size: Workbook::TEXT_MOST))
  rescue CSV::MalformedCSVError => error
    refuse("The file is not readable as CSV: #{error.message}", error.line_number)
  end

  # The rows of a CSV, counted while they are read.
  def limited(csv)
    cells = 0
    csv.each_with_object([]) do |row, rows|
      refuse("The file has more than #{CELLS_MOST} cells.") if (cells += row.size) > CELLS_MOST
      if row.size > Workbook::WIDTH_MOST
        refuse("Line #{csv.lineno} has #{row.size} cells; at most #{Workbook::WIDTH_MOST} are read.", csv.lineno)
      end

      rows << row
    end
  end

  def refuse(message, line = nil) = raise(Kelvath::UnreadableFile.new(message, line:))
end
