# frozen_string_literal: true

require "test_helper"
require "support/live_databases"

# Partitions on a real PostgreSQL with rows in them: there and back, and every row is there.
class PartitionsTest < ActiveSupport::TestCase
  ROOT = "CREATE TABLE sailing (id int NOT NULL, day int CHECK (day > 0), PRIMARY KEY (id)) PARTITION BY RANGE (id);"
  FARE = "CREATE TABLE fare (number int PRIMARY KEY, sailing int REFERENCES sailing (id));"
  PART = ->(name, bounds) { "CREATE TABLE #{name} PARTITION OF sailing #{bounds};" }
  EARLY, LATE, LATER, WIDE, OTHERS = [ [ "early", 1, 10 ], [ "late", 10, 20 ], [ "later", 10, 20 ], [ "late", 10, 90 ] ]
    .map { |name, from, to| PART.(name, "FOR VALUES FROM (#{from}) TO (#{to})") } << PART.("others", "DEFAULT")
  BOTH = PART.("wide", "FOR VALUES FROM (1) TO (90)")
  ALONE = "CREATE TABLE late (id int NOT NULL, day int, CONSTRAINT late_pkey PRIMARY KEY (id), " \
          "CONSTRAINT sailing_day_check CHECK (day > 0));"

  WAYS = {
    "one more" => [ [ ROOT, FARE, EARLY, LATE ],
[ ROOT, FARE, EARLY, LATE, PART.("far", "FOR VALUES FROM (90) TO (99)") ] ],
    "beside what takes all others" => [ [ ROOT, FARE, OTHERS ], [ ROOT, FARE, OTHERS, LATE ] ],
    "another name" => [ [ ROOT, FARE, EARLY, LATE ], [ ROOT, FARE, EARLY, LATER ] ],
    "other bounds" => [ [ ROOT, FARE, EARLY, LATE ], [ ROOT, FARE, EARLY, WIDE ] ],
    "two become one" => [ [ ROOT, FARE, EARLY, LATE ], [ ROOT, FARE, BOTH ] ],
    "out of the table" => [ [ ROOT, EARLY, LATE ], [ ROOT, EARLY, ALONE ] ],
    "spread otherwise" => [ [ ROOT, EARLY, LATE ], [ ROOT.sub("RANGE", "HASH"),
                                                     PART.("all_of_it", "FOR VALUES WITH (MODULUS 1, REMAINDER 0)") ] ]
  }.freeze
  IDS = [ 1, 5, 11, 15 ].freeze

  test "partitions come, go and change, and no row is lost" do
    LiveDatabases::Postgresql.open do |live|
      WAYS.each do |name, (before, after)|
        live.empty
        live.run(before)
        IDS.each { |id|
 live.run("INSERT INTO #{id > 9 && before.include?(ALONE) ? 'late' : 'sailing'} VALUES (#{id}, 3)") }
        live.run("INSERT INTO fare VALUES (1, 11)") if before.include?(FARE)
        altered(live, after, name)
        altered(live, before, "#{name}, back")
      end
    end
  end

  test "what goes with its rows is counted and asked for; in a script of somebody's, too" do
    LiveDatabases::Postgresql.open do |live|
      live.empty
      live.run(ROOT, EARLY, LATE, *IDS.map { |id| "INSERT INTO sailing VALUES (#{id}, 3)" })
      loss = Kelvath::Altering.between(live.side, designed([ ROOT, EARLY ])).losses.first
      assert_equal [ "The partition late of sailing is dropped with its rows.", [ [ "2" ] ] ],
                   [ loss.words, live.query(loss.count) ]
      { "DROP TABLE late" => true, "ALTER TABLE sailing DETACH PARTITION late" => false,
        "ALTER TABLE sailing DETACH PARTITION late; DROP TABLE late" => true,
        "ALTER TABLE late RENAME TO later" => false, "CREATE INDEX own ON late (day)" => false }.each do |sql, destroys|
        made = sql.split("; ").map { |each| Kelvath::Ddl::Statement.new("by hand", "", "#{each};") }
        script = Kelvath::Ddl::Script.new(heading: [], statements: made)
        seen = Kelvath::Running::Foresight.new(live.side, script, ids: Ids)
        assert_equal [ destroys, false ], [ seen.losses.any?, Kelvath::Running.same?(live.side, seen.after) ], sql
      end
    end
  end

  BOAT = "CREATE TABLE boat (id int NOT NULL, name varchar(20) DEFAULT 'x', CONSTRAINT fit CHECK (id > 0));"
  HEIR = "CREATE TABLE tug (power int) INHERITS (boat);"
  OWN = "CREATE TABLE tug (id int NOT NULL, name varchar(20) DEFAULT 'x', power int);"
  # { [before, after] => what was called otherwise }
  HEIRS = {
    [ "#{BOAT} #{HEIR}", "#{BOAT.sub('name varchar(20)', 'depth int, name varchar(40)')} #{HEIR}" ] => {},
    [ "#{BOAT} #{HEIR}", "#{BOAT.gsub(/\bid\b/, 'number')} #{HEIR}" ] =>
      { "boat.number" => "id", "tug.number" => "id" },
    [ "#{BOAT} #{HEIR}", "#{BOAT} #{OWN}" ] => {}, [ "#{BOAT} #{OWN}", "#{BOAT} #{HEIR}" ] => {},
    [ "#{BOAT} #{HEIR}", "#{BOAT.gsub('boat', 'ship')} #{HEIR.gsub('boat', 'ship')}" ] => { "ship" => "boat" },
    [ BOAT, "#{BOAT} CREATE TABLE raft (name varchar(20) DEFAULT 'raft') INHERITS (boat);" ] => {}
  }.freeze

  test "tables inherit what their parents have, and what is done to these" do
    LiveDatabases::Postgresql.open do |live|
      HEIRS.each do |(before, after), former|
        live.empty
        live.run(before, "INSERT INTO boat (id) VALUES (1)")
        live.run("INSERT INTO tug (id, power) VALUES (2, 9)") if before.include?("tug")
        answers = former.to_h { |about, was| [ [ about, "former" ], was ] }
        alteration = Kelvath::Altering.between(live.side, designed([ after ]), answers:)
        live.run(alteration.statements.map(&:sql))
        again = Kelvath::Altering.between(live.side, designed([ after ]))
        assert again.equal?, "#{after}\n#{alteration.script.text}\n#{again.script.text}"
        own = live.side.model.all(:table).map { |each| live.query("SELECT count(*) FROM ONLY #{each.name}")[0][0] }
        assert_equal before.include?("tug") ? 2 : 1, own.sum(&:to_i), after
      end
    end
  end

  # What is said to a table of MariaDB, where partitions are a text of it: [rows that would go, as it is counted]
  SPREAD = "CREATE TABLE sailing (id int NOT NULL, n int NOT NULL, PRIMARY KEY (id, n)) PARTITION BY RANGE (n) " \
           "(PARTITION low VALUES LESS THAN (10), PARTITION mid VALUES LESS THAN (20))"
  SAID = {
    "ADD PARTITION (PARTITION high VALUES LESS THAN MAXVALUE)" => [],
    "REORGANIZE PARTITION high INTO (PARTITION upper VALUES LESS THAN (99), PARTITION top VALUES LESS THAN MAXVALUE)" =>
      [],
    "DROP PARTITION mid, upper" => [ [ [ "1" ] ] ], "TRUNCATE PARTITION low" => [ [ [ "1" ] ] ],
    "REMOVE PARTITIONING" => [], "PARTITION BY HASH (n) PARTITIONS 4" => [], "ADD PARTITION PARTITIONS 2" => [],
    "COALESCE PARTITION 1" => []
  }.freeze

  test "a script of somebody's that changes MariaDB's partitions is foreseen" do
    LiveDatabases::Mariadb.open do |live|
      live.run(SPREAD, "INSERT INTO sailing VALUES (1, 1), (2, 11)")
      SAID.each do |said, lost|
        statement = Kelvath::Ddl::Statement.new("by hand", "", "ALTER TABLE sailing #{said};")
        script = Kelvath::Ddl::Script.new(heading: [], statements: [ statement ])
        seen = Kelvath::Running::Foresight.new(live.side, script, ids: Ids)
        assert_equal lost, seen.losses.map { |each| live.query(each.count) }, said
        after = seen.after
        live.run("ALTER TABLE sailing #{said}")
        assert_empty Kelvath::Running.differences(after, live.side).map(&:to_s), said
      end
    end
  end

  private

  def altered(live, statements, name)
    alteration = Kelvath::Altering.between(live.side, designed(statements))
    lost = alteration.losses.reject(&:stops?)
    assert_empty lost.reject { |each| live.query(each.count) == [ [ "0" ] ] }.map(&:words), name
    live.run(alteration.statements.map(&:sql))
    again = Kelvath::Altering.between(live.side, designed(statements))
    assert again.equal?, "#{name}\n#{again.script.text}"
    tables = live.query("SELECT relname FROM pg_class WHERE relname IN ('sailing', 'late') AND NOT relispartition " \
                        "AND relkind IN ('r', 'p')").flatten
    assert_equal IDS, tables.flat_map { |table| live.query("SELECT id FROM #{table}").flatten.map(&:to_i) }.sort,
                 "#{name}\n#{alteration.script.text}"
  end

  def designed(statements)
    sources = [ Kelvath::Reading::Source.of("", statements.join("\n")) ]
    catalog = Kelvath::Reading.read(sources, platform: Kelvath::Platforms.fetch("postgresql")).catalog
    Kelvath::Altering::Side.of_catalog(catalog, "postgresql", ids: Ids)
  end
end
