# frozen_string_literal: true

require_relative "scripts"
require_relative "../support/served"

# Reading scripts: beside psql that runs them, and dumps that are nearly all rows.
module ReadingSubjects
  module_function

  DUMP = 100 # megabytes

  # The script of as many tables as that, for PostgreSQL: of the company of 1,000, in schemas of their own.
  def script(tables)
    one = ScriptSubjects.script("postgresql").text
    (1..tables / 1_000).map { |number| "CREATE SCHEMA s#{number};\nSET search_path TO s#{number};\n#{one}" }.join("\n")
  end

  def read(text)
    source = Kelvath::Reading::Source.new(name: "", text:)
    result = Kelvath::Reading.read([ source ], platform: Kelvath::Platforms.fetch("postgresql"))
    raise "It is not read" if result.counts[:warnings].positive?

    result
  end

  # A file of rows, half of it statements, half of it lines to copy.
  def dump
    path = Rails.root.join("tmp/dump.sql").to_s
    line = "17\tit's a ship; of many\t5.5\t\\N\t2026-01-01\n"
    row = "INSERT INTO vessel VALUES (17, 'it''s a ship; of many', 5.5, NULL, '2026-01-01');\n"
    half = DUMP * 500_000
    File.write(path, "CREATE TABLE vessel (id int, name text, length numeric, n int, built date);\n" \
                     "#{row * (half / row.bytesize)}COPY vessel FROM stdin;\n#{line * (half / line.bytesize)}\\.\n")
    path
  end
end

Figures.row("reading a script of 1,000 tables, beside psql -f", unit: "s", goal: "<= 0.5 x") do
  text = ReadingSubjects.script(1_000)
  file = Rails.root.join("tmp/bench.sql").to_s
  File.write(file, text)
  ThrowawayPostgresql.open do |port|
    fresh = -> { ScriptSubjects.fresh(port) }
    loaded = -> { ScriptSubjects.load(port, file) }
    ours, reference = Figures.by_turns(-> { ReadingSubjects.read(text) }, loaded, rounds: 3, prepare: fresh)
    [ ours, reference, ours <= 0.5 * reference ]
  end
end

Figures.row("the same of 5,000 tables, beside five times that", unit: "s", goal: "<= 1.3 x") do
  one, five = ReadingSubjects.script(1_000), ReadingSubjects.script(5_000)
  single, whole = Figures.by_turns(-> { ReadingSubjects.read(one) }, -> { ReadingSubjects.read(five) }, rounds: 3)
  [ whole, 5 * single, whole <= 1.3 * 5 * single ]
end

Figures.row("reading a dump of #{ReadingSubjects::DUMP} MB, nearly all rows", unit: "s", goal: "<= 10 s") do
  path = ReadingSubjects.dump
  seconds = Figures.seconds { ReadingSubjects.read(File.read(path)) }
  [ seconds, nil, seconds <= 10 ]
end

Figures.row("the same, its memory in a process of its own", unit: "MB", goal: "<= 300 MB") do
  ruby = <<~RUBY
    require "kelvath"
    Kelvath::Reading.read([ Kelvath::Reading::Source.of("", File.binread(ARGV.first)) ])
    puts File.read("/proc/self/status")[/VmHWM:\\s+(\\d+)/, 1].to_i / 1024
  RUBY
  command = [ RbConfig.ruby, "-I", Rails.root.join("core/lib").to_s, "-e", ruby, ReadingSubjects.dump ]
  memory = IO.popen({ "RUBYOPT" => nil }, command, &:read).to_i
  [ memory, nil, memory.positive? && memory <= 300 ]
end

Figures.row("the list beside a pasted script of 1,000 lines", unit: "s", goal: "<= 0.3 s") do
  text = ReadingSubjects.script(1_000).lines.first(1_000).join
  Served.open do |served|
    served.visit("/readings/new")
    times = Array.new(7) do
      Figures.seconds do
        response = served.post("/reading_list", text:, platform: "")
        raise "refused: #{response.code}" unless response.is_a?(Net::HTTPSuccess) && response.body.include?("<table")
      end
    end
    times.sort[3].then { |ours| [ ours, nil, ours <= 0.3 ] }
  end
end
