# frozen_string_literal: true

require "sqlite3"
require "fileutils"

module Demo
  # HSOPS, the company's old system: an SQLite file with abbreviated names, few declared keys, and
  # rows that are not all clean. The same file for the same seed.
  module Hsops
    SCHEMA = File.expand_path("hsops/schema.sql", __dir__)
    SAILINGS = 400
    CREW = 60
    BOOKINGS = 500
    HARBOURS = %w[HOL SKE BRA TOR ULM FEN CAR].freeze
    STATUSES = %w[PLN BRD UWY ARR CNX].freeze

    module_function

    # Writes the file at a path, replacing what was there.
    def write(path, seed: 11)
      FileUtils.mkdir_p(File.dirname(path))
      FileUtils.rm_f(path)
      database = SQLite3::Database.new(path.to_s)
      database.execute_batch(File.read(SCHEMA))
      database.transaction { fill(database, Random.new(seed)) }
    ensure
      database&.close
    end

    def fill(database, random)
      rows(random).each do |table, list|
        list.each { |row| database.execute("INSERT INTO #{table} VALUES (#{row.map { '?' }.join(', ')})", row) }
      end
    end

    # { table => rows }: with sailings of vessels that are not there, a booking entered twice, and a
    # call sign that is nearly unique.
    def rows(random)
      { "VSL_CLS" => [ [ "ISL", "Island class", 62.5, 350 ], [ "SND", "Sound class", 88.0, 620 ] ],
        "VSL" => Array.new(9) { |number| [ "HN#{100 + number}", %w[ISL SND].sample(random:), "Vessel #{number + 1}",
                                           number == 8 ? "CS107" : "CS#{100 + number}", 900 + random.rand(3000) ] },
        "HBR" =>
          HARBOURS.each_with_index.map { |code, number| [ code, "Harbour #{number + 1}", "Island #{number + 1}" ] },
        "BRTH" => HARBOURS.flat_map { |code| [ 1, 2 ].map { |number| [ code, number, 80 + random.rand(60) ] } },
        "RTE" => HARBOURS.each_cons(2).with_index.map { |(from, to), number| [ "R#{number + 10}", from, to ] },
        "CRW_MBR" => Array.new(CREW) do |number|
          [ number + 1, "Crew #{number + 1}", number.zero? ? nil : random.rand(1..number), day(random) ]
        end,
        "SLG" => Array.new(SAILINGS) { |number| sailing(number, random) },
        "WTCH" => Array.new(SAILINGS) { |number| [ random.rand(1..CREW), number + 1,
                                                   %w[BR EN].sample(random:) ] }.uniq { |crew, slg, _| [ crew, slg ] },
        "PSG" => Array.new(300) do |number|
          [ number + 1, "Passenger #{number + 1}", number % 7 == 0 ? nil : "p#{number + 1}@sound.example" ]
        end,
        "BKG" =>
          Array.new(BOOKINGS) { |number| [ number == 499 ? "B00123" : format("B%05d", number), random.rand(1..300),
                                           random.rand(1..SAILINGS), random.rand(1..6), day(random),
                                           random.rand(500..9000) / 100.0 ] } }
    end

    def sailing(number, random)
      vessel = number % 97 == 0 ? "HN999" : "HN#{100 + random.rand(9)}"
      [ number + 1, vessel, "R#{10 + random.rand(6)}", day(random), format(
        "%02d:%02d", random.rand(5..22), random.rand(60)
      ), random.rand < 0.9 ? "06:10" : nil, STATUSES.sample(random:) ]
    end

    def day(random) = format("2025-%02d-%02d", random.rand(1..12), random.rand(1..28))
  end
end
