# frozen_string_literal: true

# The tables of a book as a workbook, or as CSV files in a zip: one for each chapter of single pages, in which each row
# says whose it is, and one for each table that stands by itself.
class SheetBook
  WIDEST = 60 # characters of a column
  LINE = 14 # points

  def initialize(book)
    @book = book
  end

  # The bytes of a workbook: heads that stay, filters, widths that fit; nothing in it is a formula.
  def xlsx
    require "caxlsx"
    package = Axlsx::Package.new(author: @book.dossier.author.presence || "Kelvath")
    styles = package.workbook.styles
    bold, plain = styles.add_style(b: true), styles.add_style(alignment: { wrap_text: true, vertical: :top })
    sheets.each { |title, rows| add(package.workbook, title, rows, bold, plain) }
    package.to_stream.read
  end

  # The bytes of a zip of CSV files (RFC 4180).
  def csv
    ZipBytes.of(sheets.to_h { |title, rows| [ "#{title.parameterize.presence || 'sheet'}.csv", SheetFile.csv(rows) ] })
  end

  # [[title, [[heads], [cells], …]], …], titles apart and short enough for a workbook.
  def sheets
    found = @book.chapters.flat_map { |chapter| of_chapter(chapter) }
    found = [ [ "Empty", [ [ "This dossier has no tables." ] ] ] ] if found.empty?
    taken = Set.new
    found.map { |title, rows| [ apart(title, taken), rows ] }
  end

  private

  def of_chapter(chapter)
    entries, others = chapter.blocks.partition { |block| block.is_a?(Kelvath::Publishing::Entry) }
    of_entries(chapter.title, entries) + others.filter_map { |block| of_block(chapter, block) }
  end

  # What pages have in common: a sheet of themselves, and one for each kind of table on them.
  def of_entries(title, entries)
    return [] if entries.empty?

    rows = entries.map { |each| [ each.title, each.note, meaning(each) ] }
    pages = [ title, [ [ "Name", "Within", "Meaning" ], *rows ] ]
    tables = entries.flat_map { |each| each.blocks.grep(Kelvath::Publishing::Sheet).map { |sheet| [ each, sheet ] } }
    [ pages, *tables.group_by { |_, sheet| sheet.title }.map do |name, list|
      [ name, [ [ "Of", "Within", *list.first.last.columns ],
                *list.flat_map { |each, sheet| sheet.rows.map { |row| [ each.title, each.note, *texts(row) ] } } ] ]
    end ]
  end

  def meaning(entry) = entry.blocks.grep(Kelvath::Publishing::Passage).map(&:text).join("\n")

  def of_block(chapter, block)
    case block
    when Kelvath::Publishing::Sheet then [ block.title, [ block.columns, *block.rows.map { |row| texts(row) } ] ]
    when Kelvath::Publishing::Terms
      [ chapter.title, [ %w[Term Meaning], *block.terms.map { |term, meaning| [ term.to_s, meaning ] } ] ]
    when Kelvath::Publishing::Sentences then [ block.title, [ %w[Number Sentence], *block.lines ] ]
    end
  end

  def texts(row) = row.map { |cell| Kelvath::Publishing::Sheet.plain(cell) }

  def apart(title, taken)
    plain = title.gsub(%r{[\[\]*:?/\\']}, " ").strip.first(27).presence || "Sheet"
    name = [ plain, *(2..).lazy.map { |number| "#{plain} #{number}" }.first(taken.size + 1) ]
           .find { |each| !taken.include?(each.downcase) }
    taken << name.downcase
    name
  end

  # Printed lying, as wide as the page, with its heads on each.
  def add(workbook, title, rows, bold, plain)
    widths = widths(rows)
    workbook.add_worksheet(name: title) do |sheet|
      rows.each_with_index do |row, index|
        sheet.add_row(row, types: [ :string ] * row.size, style: index.zero? ? bold : plain, escape_formulas: true,
                           height: height(row, widths))
      end
      sheet.page_setup.set(orientation: :landscape, fit_to_width: 1, fit_to_height: 0)
      workbook.add_defined_name("'#{title}'!$1:$1", local_sheet_id: sheet.index, name: "_xlnm.Print_Titles")
      sheet.sheet_view.pane { |pane| pane.top_left_cell, pane.state, pane.y_split = "A2", :frozen, 1 }
      sheet.auto_filter = "A1:#{Axlsx.cell_r(rows.map(&:size).max - 1, rows.size - 1)}"
      sheet.column_widths(*widths)
    end
  end

  # Points of a row whose texts are broken into lines; nil for one line.
  def height(row, widths)
    lines = row.each_with_index.map do |cell, index|
      cell.to_s.each_line.sum { |line| [ (line.chomp.size + 1).fdiv(widths[index]).ceil, 1 ].max }
    end
    lines.max.to_i > 1 ? [ lines.max * LINE, 400 ].min : nil
  end

  def widths(rows)
    (0...rows.map(&:size).max).map do |column|
      longest = rows.map { |row| row[column].to_s.each_line.map { |line| line.chomp.size }.max.to_i }.max
      (longest + 2).clamp(8, WIDEST)
    end
  end
end
