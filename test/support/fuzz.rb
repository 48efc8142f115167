# frozen_string_literal: true

require "csv"
require "stringio"
require "tmpdir"
require Rails.root.join("demo/hollin_sound_ferries")
require Rails.root.join("demo/hsops")
require "kelvath/command_line"

# Damaged input for every parser and every file reader: each case is made from its number alone, and ends with a
# result or with an error of ours, soon. Anything else is a find.
class Fuzz
  Find = Struct.new(:reader, :number, :what, :input)
  SLOW = 5 # seconds
  ODD = [ "\u0000", "\xFF", "“", "”", "\"", "'", "(", ")", ";", "--", "/*", "*/", "{", "}", "[", "]", ":", ",", ".",
          "\n", "\r", "\t", "\\", "<", "&", "null", "true", "1e400", "-1", "99999999999999999999", "x" * 300, "é",
          "\u{E000}", "\u202E", " means: ", " must ", " many ", "Each ", "which identifies it", "id", "within",
          "SELECT", "CHECK (" ].map(&:b).freeze

  # { name => [how often among all, seeds, what is done with an input] }
  def readers
    @readers ||= {
      prose: [ 10, prose, ->(text) do
        Kelvath::Prose::Reader.new(ferries, ids:).read(text).change_set.then { |change| checked(change) }
      end ],
      line: [ 20, prose.flat_map(&:lines),
              ->(text) { checked(Kelvath::Prose::QuickLine.read(ferries, text, ids:).change_set) } ],
      attribute: [ 10, [ "Length: decimal(6,2)*", "Length in metres", "Code (text(3))" ], ->(text) do
        Kelvath::Draft.change(ferries, ids:) { |draft| Kelvath::Prose::TypedAttribute.add(draft, vessel.id, text) }
      end ],
      sentence: [ 5, sentences, ->(text) do
        text.partition("|").then { |key, _, said| Kelvath::Prose::Rewriting.change(ferries, key, said, ids:) }
      end ],
      sql: [ 25, sql, ->(text) { read_sql(text) } ],
      model_file: [ 8, [ small_file ], ->(text) { Kelvath::Interchange::ModelFile.read(text) } ],
      command_line: [ 8, [ small_file ], ->(text) { command(text) } ],
      rulebook: [ 6, [ rulebook ], ->(text) { Kelvath::Naming::RulebookFile.read(text, ids:) } ],
      clip: [ 6, [ JSON.generate(Kelvath::Editing::Clips.copy(
        ferries, ferries.all(:entity).first(2).map(&:id), diagram_id: ferries.all(:diagram).first.id
      )) ], ->(text) { paste(text) } ],
      csv: [ 8, sheets, ->(text) { take_rows(SheetFile.read_csv(text)) } ],
      xlsx: [ 2, sheets.map { |text| SheetFile.xlsx(CSV.parse(text), "Sheet") }, ->(text) { xlsx(text) } ],
      sqlite: [ 0.4, [ hsops ], ->(text) { sqlite(text) } ]
    }
  end

  # Runs cases from a number on; answers Finds.
  def run(cases, from: 0)
    readers # what is wrong with these is no find
    (from...(from + cases)).filter_map { |number| one(number) }
  end

  def one(number)
    random = Random.new(number)
    name, (_, seeds, act) = pick(random)
    input = damaged(seeds.sample(random:).b, random)
    began = now
    act.call(binary?(name) ? input : input.dup.force_encoding(Encoding::UTF_8))
    now - began > SLOW ? Find.new(name, number, "took #{(now - began).round(1)} s", input) : nil
  rescue Kelvath::Error, ActionController::BadRequest
    now - began > SLOW ? Find.new(name, number, "took #{(now - began).round(1)} s", input) : nil
  rescue StandardError, SystemStackError, NoMemoryError => error
    Find.new(name, number,
             "#{error.class}: #{error.message.to_s.scrub('?')[0, 120]} #{error.backtrace&.first(3)&.join(' < ')}",
             input)
  end

  private

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  def binary?(name) = %i[xlsx sqlite csv].include?(name)

  def pick(random)
    at = random.rand(readers.values.sum(&:first).to_f)
    readers.find { |_, (share, *)| (at -= share).negative? } || readers.first
  end

  # A few changes: something odd put in, something taken out, doubled, exchanged, or cut off.
  def damaged(text, random)
    random.rand(1..5).times do
      at, length = random.rand(text.bytesize + 1), random.rand(1..[ text.bytesize / 4, 2 ].max)
      text = case random.rand(7)
      when 0, 1 then text.byteslice(0, at) + ODD.sample(random:) + text.byteslice(at..).to_s
      when 2 then text.byteslice(0, at) + text.byteslice(at + random.rand(1..20)..).to_s
      when 3 then text.byteslice(0, at) + text.byteslice(at, [ length, 4000 ].min).to_s * random.rand(2..3) +
                  text.byteslice(at..).to_s
      when 4 then text.byteslice(0, at)
      when 5 then text.dup.tap { |copy| copy.setbyte(at, random.rand(256)) if at < copy.bytesize }
      else text.byteslice(at..).to_s + text.byteslice(0, at)
      end
    end
    text
  end

  def ids = @ids ||= Kelvath::Ulid.new(clock: -> { 0 }, random: Random.new(1))
  def ferries = @ferries ||= Demo::HollinSoundFerries.change_set(ids:).apply(Kelvath::Model::EMPTY)
  def vessel = ferries.all(:entity).find { |entity| entity.name == "Vessel" }
  def prose = @prose ||= Kelvath::Prose.text(ferries).lines.each_slice(4).map(&:join)

  def sentences
    Kelvath::Prose::Writer.new(ferries).chapters.flat_map { |chapter| chapter.sections.flat_map(&:sentences) }
                          .map { |sentence| "#{sentence.key}|#{sentence.text}" }
  end

  def small_file
    @small_file ||= begin
      small = Kelvath::Prose::QuickLine.read(Kelvath::Model::EMPTY, "Each Vessel may make many Sailings.",
                                               ids:).change_set.apply(Kelvath::Model::EMPTY)
      draft = Kelvath::Draft.new(small, ids:)
      draft.add(:header, name: "Small")
      draft.model.all(:entity).each do |entity|
        Kelvath::Editing::Attributes.add(draft, entity.id, "Number", type: "integer", identifier: true)
      end
      Kelvath::Editing::Diagrams.make(draft, name: "Logical", stage: "logical", elements: draft.model.all(:entity))
      draft.add_all(Kelvath::Derivation.derive(draft.model, platform: "sqlite", ids:).change_set.additions)
      Kelvath::Interchange::ModelFile.write(draft.model)
    end
  end

  def rulebook
    Kelvath::Naming::RulebookFile.write(Kelvath::Naming::Shipped.begin("short", "Short",
                                                                       ids:).apply(Kelvath::Model::EMPTY))
  end

  def sheets
    [ "Word,Short forms,Status\nVessel,VSL,approved\nSailing,\"SLG;SL\",proposed\n",
      "Domain,Type,Length\nMetres,decimal,\nNote,text,200\n",
      "Within,Attribute,Domain or type\nVessel,Length,Metres\n" ]
  end

  def hsops
    Dir.mktmpdir do |folder|
      File.binread(Demo::Hsops.write(File.join(folder, "hsops.sqlite")).then { File.join(folder, "hsops.sqlite") })
    end
  end

  def sql
    [ "CREATE TABLE a (b int CHECK (b > 0) DEFAULT (1 + 1), c text CONSTRAINT x UNIQUE, FOREIGN KEY (b, c) " \
      "REFERENCES d (e, f), PRIMARY KEY (b)) -- end", "SELECT a.b, 'it''s' FROM \"a\" AS [b] WHERE c IN (1, 2) /* " \
                                                      "note */ ORDER BY 1;",
      "CREATE TABLE x (y); CREATE VIEW v AS SELECT ';' FROM x -- ;\n; CREATE INDEX i ON x (y) WHERE y > '2'" ]
  end

  def read_sql(text)
    text = text.scrub
    Kelvath::Platforms::Sqlite::TableText.new(text)
    Kelvath::Ddl::Splitter.statements(text)
    %i[expression type index query].each do |kind|
      Kelvath::Ddl::Piece.new(text, kind).then { |piece| piece.fault || [ piece.written, piece.bare, piece.literal? ] }
    end
  end

  def checked(change) = Kelvath::Invariants.check(change, change.apply(ferries))

  # What a damaged model file does to each command: a clear line at most.
  def command(text)
    Dir.mktmpdir do |folder|
      File.binwrite(file = File.join(folder, "a.json"), text)
      out = StringIO.new
      [ %w[script --platform sqlite], %w[layout],
        [ "derive", "--platform", "postgresql", "--out", File.join(folder, "b.json") ] ].each do |name, *rest|
        code = Kelvath::CommandLine.new(out:, err: out).run([ name, file, *rest ])
        if ![ 0, 1, 2 ].include?(code) || out.string.include?("did not foresee")
          raise "answered #{code.inspect}: #{out.string.lines.last}"
        end
      end
    end
  end

  def paste(text)
    clip = JSON.parse(text, max_nesting: 20)
    checked(Kelvath::Editing::Clips.paste(ferries, clip, ids:, diagram_id: ferries.all(:diagram).first.id))
  rescue JSON::ParserError, EncodingError
    nil # what the page's address answers to such text is tried by requests
  end

  def take_rows(rows)
    checked(Kelvath::Ledger::Sheet.new(Kelvath::Ledger.of(ferries, "kind:domain"), ids:).read(rows).change_set)
    Kelvath::Naming::LexiconSheet.new(Kelvath::Model::EMPTY, rows, ids:).change
  end

  def xlsx(bytes)
    Tempfile.create([ "fuzz", ".xlsx" ], binmode: true) do |file|
      file.write(bytes)
      file.flush
      take_rows(SheetFile::Workbook.new(file.path).rows)
    end
  end

  def sqlite(bytes)
    Dir.mktmpdir do |folder|
      File.binwrite(path = File.join(folder, "a.sqlite"), bytes)
      catalog = SqliteFile.read(path) { |file| Kelvath::Intake.catalog("sqlite", file) }
      taken = Kelvath::Starting.from_catalog("Fuzz", catalog, platform: "sqlite", ids:)
      Kelvath::Invariants.check(taken.change_set, taken.model)
    end
  end
end
