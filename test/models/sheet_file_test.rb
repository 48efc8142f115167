# frozen_string_literal: true

require "test_helper"
require "zip"

# Spreadsheet files: what goes out comes back as it was, and no file takes more than it should.
class SheetFileTest < ActiveSupport::TestCase
  ODD = [ "- first point", "=1+1", "'=1+1", "''-x", "-5", "-5,5", "+44 20", "@home", "it's", "'quoted'", "a,b;c\td",
          "two\nlines", "“ü”", "12", "0.10", "x" * 5000, "" ].freeze
  SHEET =
    '<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>%s</sheetData></worksheet>'

  def file(bytes, name)
    @files ||= [] # or they would be gone before they are read
    @files << Tempfile.create([ "sheet", File.extname(name) ], binmode: true).tap do |file|
      file.write(bytes)
      file.flush
    end
    Rack::Test::UploadedFile.new(@files.last.path, "application/octet-stream", true)
  end

  teardown { @files.to_a.each { |file| file.close; File.delete(file.path) } }

  def texts(rows) = rows.map { |row| row.map { |cell| Kelvath::Ledger::SheetCell.text(cell) } }

  test "odd texts come back from CSV and XLSX as they were" do
    rows = [ %w[Word Meaning], *ODD.map { |text| [ "w", text ] } ]
    expected = rows.map { |row| row.map(&:strip) }
    assert_equal expected, texts(SheetFile.read(file(SheetFile.csv(rows), "a.csv")))
    assert_equal expected, texts(SheetFile.read(file(SheetFile.xlsx(rows, "Words"), "a.xlsx")))
    refute(SheetFile.csv(rows).delete_prefix("\uFEFF").lines.any? { |line| line.match?(/(\A|,)"?[=@]/) })
  end

  test "a lexicon takes in its own export, and a ledger too" do
    lexicon = house_words
    draft = Kelvath::Draft.new(lexicon.model, ids: Ids)
    ODD.reject(&:empty?).each_with_index do |text, index|
      draft.add(:lexicon_entry, name: "Word #{('A'..'Z').to_a[index]}", definition: text.strip, source: "- #{index}")
    end
    lexicon.journal.commit(draft.change_set, by: "Ada", follow: false)
    rows = Kelvath::Naming::LexiconSheet.out(Kelvath::Naming::Lexicon.of(lexicon.model))
    { "a.csv" => SheetFile.csv(rows), "a.xlsx" => SheetFile.xlsx(rows, "Words") }.each do |name, bytes|
      sheet = Kelvath::Naming::LexiconSheet.new(lexicon.model, SheetFile.read(file(bytes, name)), ids: Ids)
      assert_equal [ [], [] ], [ sheet.problems.map(&:problem), (sheet.rows - sheet.of(:same)).map(&:changes) ], name
    end
  end

  test "dates, truths, formulas and what stands in the cell itself are read" do
    styles =
      '<styleSheet xmlns="x"><numFmts><numFmt numFmtId="170" formatCode="yyyy"/></numFmts><cellXfs>' \
      '<xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="170"/></cellXfs></styleSheet>'
    cells =
      '<row><c r="A1"><v>12</v></c><c r="B1" s="1"><v>46173</v></c><c r="C1" s="2"><v>46173.5</v></c>' \
      '<c r="D1" t="b"><v>1</v></c><c r="F1" t="inlineStr"><is><t>in</t></is></c>' \
      '<c r="G1"><f>1+1</f></c><c r="H1"><v>1.5</v></c></row>'
    book = workbook(cells, "xl/styles.xml" => styles)
    assert_equal [ [ "12", "2026-05-31", "2026-05-31 12:00:00", "true", "", "in", "", "1.5" ] ],
                 SheetFile.read(file(book, "a.xlsx"))
    assert_equal "=1+1", SheetFile.read(file(book, "a.xlsx"), formulas: true)[0][6]
  end

  REFUSED = {
    '<row><c r="XFD1048576"><v>1</v></c></row>' => /stands at XFD1048576/,
    '<row><c r="A400000000"><f>1</f></c></row>' => /./,
    '<row><c r="A9999999"><f>1</f></c></row>' => /stands at A9999999/,
    "<row>#{'<c><v>1</v></c>' * 500_000}</row>" => /more than/,
    "<row><c r=\"A1\" t=\"inlineStr\"><is><t>#{'x' * 300_000}</t></is></c></row>" => /more than 200000 characters/
  }.freeze

  test "small files with large claims are refused at once" do
    before = memory
    REFUSED.each do |cells, message|
      result = SheetFile.read(file(workbook(cells), "a.xlsx")).sum(&:size)
      assert_operator result, :<, 2, cells[0, 60]
    rescue Kelvath::UnreadableFile => error
      assert_match message, error.message
    end
    assert_operator memory - before, :<, 1000 # MB; without limits it is seven times that, or never ends
  end

  test "a file that takes too long to read is refused" do
    clock = 0.0
    SheetFile::Workbook.class_eval do
      alias_method :real_now, :now
      define_method(:now) { clock += 10 }
    end
    error = assert_raises(Kelvath::UnreadableFile) { SheetFile.read(file(workbook("<row/>" * 10), "a.xlsx")) }
    assert_match(/takes more than 30 seconds/, error.message)
  ensure
    SheetFile::Workbook.class_eval { alias_method :now, :real_now }
  end

  test "entities, lying sizes and files of another kind are refused" do
    inner = '<row><c r="A1" t="inlineStr"><is><t>&b;&b;</t></is></c></row>'
    swelling = "<!DOCTYPE x [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b " \
               "\"&a;&a;&a;&a;&a;&a;&a;&a;\">]>#{format(SHEET, inner)}"
    assert_match(/entities/, assert_raises(Kelvath::UnreadableFile) {
      SheetFile.read(file(workbook(nil, "xl/worksheets/sheet1.xml" => swelling), "a.xlsx"))
    }.message)
    bomb = workbook("<row>#{' ' * (110 << 20)}</row>")
    assert_operator bomb.bytesize, :<, 500_000
    assert_match(/unpacks to more than 100 MB/,
                 assert_raises(Kelvath::UnreadableFile) { SheetFile.read(file(bomb, "a.xlsx")) }.message)
    [ "", "PK\x03\x04", "name;value\n", workbook("<row><c", {})[0, 300],
      workbook(nil, "xl/worksheets/sheet1.xml" => "<a><b></a>") ].each do |bytes|
      assert_raises(Kelvath::UnreadableFile, bytes[0, 20]) { SheetFile.read(file(bytes, "a.xlsx")) }
    end
    assert_match(/at most 500 are read/,
                 assert_raises(Kelvath::UnreadableFile) { SheetFile.read(file("a#{',' * 600}", "a.csv")) }.message)
  end

  private

  def memory = File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024.0

  def workbook(cells, parts = {})
    all = { "xl/workbook.xml" =>
              '<workbook xmlns:r="r"><sheets><sheet name="A" sheetId="1" r:id="rId1"/></sheets></workbook>',
            "xl/_rels/workbook.xml.rels" =>
              '<Relationships><Relationship Id="rId1" Target="worksheets/sheet1.xml"/></Relationships>',
            "xl/worksheets/sheet1.xml" => format(SHEET, cells.to_s) }.merge(parts)
    Zip::OutputStream.write_buffer { |zip| all.each { |name, text| zip.put_next_entry(name); zip.write(text) } }.string
  end
end
