# frozen_string_literal: true

require "test_helper"
require "open3"
require "support/live_databases"
require "support/needy_scripts"

# Scripts as files, run by the clients that people have: what leaves Kelvath loads as it is.
class ClientsTest < ActiveSupport::TestCase
  # [what is there, in the platform's own words]
  MADE = {
    "MariaDB" => [ "CREATE TABLE vessel (id int PRIMARY KEY, crossings int NOT NULL DEFAULT 0, " \
                   "note varchar(40) DEFAULT 'a;b')",
                   "CREATE FUNCTION knots(x int) RETURNS int DETERMINISTIC RETURN x * 2",
                   "CREATE PROCEDURE sail() BEGIN UPDATE vessel SET crossings = crossings + 1; " \
                   "IF 1 > 0 THEN SELECT '//'; END IF; END",
                   "CREATE TRIGGER counted BEFORE INSERT ON vessel FOR EACH ROW BEGIN " \
                   "SET NEW.crossings = 1; SET @seen = 1; END",
                   "CREATE VIEW seen AS SELECT id FROM vessel WHERE note <> 'x;'" ],
    "PostgreSQL" => [ "CREATE TABLE vessel (id serial PRIMARY KEY, note text DEFAULT 'a;b')",
                      "CREATE TABLE berth (id int DEFAULT nextval('vessel_id_seq'))",
                      "CREATE FUNCTION touch() RETURNS trigger LANGUAGE plpgsql AS " \
                      "$$ BEGIN NEW.note = 'x;'; RETURN NEW; END $$",
                      "CREATE TRIGGER seen BEFORE UPDATE ON vessel FOR EACH ROW EXECUTE FUNCTION touch()" ],
    "SQLite" => [ "CREATE TABLE vessel (id integer PRIMARY KEY, note text DEFAULT 'a;b')",
                  "CREATE TRIGGER seen AFTER UPDATE ON vessel BEGIN " \
                  "UPDATE vessel SET note = ';' WHERE id = 1; SELECT 2; END" ]
  }.freeze
  KEPT = "CREATE EVENT nightly ON SCHEDULE EVERY 1 DAY DO BEGIN DELETE FROM vessel; SET @x = 1; END;\n" \
         "CREATE EVENT yearly ON SCHEDULE EVERY 1 YEAR DO DELETE FROM vessel;"

  LiveDatabases::ALL.each do |title, engine|
    test "#{title}: what was read is made again by its client, and altered there and back" do
      engine.open do |live|
        live.empty
        live.run(MADE.fetch(title))
        before = live.side
        model = title == "MariaDB" ? kept(before) : before.model
        script = Kelvath::Ddl.script(model, before.design_id)
        usual = Kelvath::Scripting::Recipes.usual
        composed = Kelvath::Scripting::Composition.new(model, before.design_id, usual).script
        [ script, composed ].each do |each|
          live.empty
          client(live, each.text)
          assert_empty Kelvath::Running.differences(before, live.side).map(&:to_s), each.text
        end
        assert_equal %w[nightly yearly], live.query("SHOW EVENTS").map { |row| row[1] } if title == "MariaDB"
        there_and_back(live, before)
      end
    end
  end

  # What differs by choice: what counts by a sequence of its own is an identity column; a check is valid; a partition
  # has its table's order of columns, and its indexes have names that the server gives.
  CHOSEN = /vessel_number_seq|COLUMN number|TABLE public.berthing|sailing_late|own_of_late|sailing_day_idx/

  test "PostgreSQL: the dump of what was read is that of what was made of it" do
    LiveDatabases::Postgresql.open do |live|
      live.run("CREATE DATABASE made")
      client(live, Rails.root.join("core/test/platforms/everything/postgresql.sql").read)
      catalog = Connectors.reach(live.target) { |database| Kelvath::Intake.catalog("postgresql", database) }
      taken = Kelvath::Starting.from_catalog("Read", catalog, platform: "postgresql", ids: Ids)
      usual = Kelvath::Scripting::Recipes.usual
      text = Kelvath::Scripting::Composition.new(taken.model, taken.design_id, usual).script.text
      client(live, text, database: "made")
      read, made = [ "postgres", "made" ].map { |name| dump(live, name) }
      assert_equal [ [], [] ], [ read - made, made - read ].map { |list| list.grep_v(CHOSEN) }, text
      assert_operator read.size, :>, 60
    end
  end

  COUNT = Integer(ENV.fetch("SCRIPTS", 12))

  # Things that need each other, under names in no order: the client loads the script at first try, and again when it
  # begins with drops.
  LiveDatabases::ALL.each do |title, engine|
    test "#{title}: whatever needs whatever, it loads, and so does what drops it first" do
      engine.open { |live| (1..COUNT).each { |seed| loads(live, seed) } }
    end
  end

  private

  def loads(live, seed)
    made = NeedyScripts.new(live.platform.key, seed).statements
    catalog = Kelvath::Reading.read([ Kelvath::Reading::Source.of("", "#{delimited(made, live)};\n") ],
                                    platform: live.platform).catalog
    side = Kelvath::Altering::Side.of_catalog(catalog, live.platform.key, ids: Ids)
    scripts = [ "none", "if there", "plain" ].map do |drops|
      recipe = Kelvath::Scripting::Recipes.usual.with(drops:)
      Kelvath::Scripting::Composition.new(side.model, side.design_id, recipe).script.text
    end
    live.empty
    scripts.each { |text| client(live, text) }
    assert_empty Kelvath::Running.differences(side, live.side).map(&:to_s), "#{seed}\n#{scripts.first}"
  end

  # As one text, in which whole statements are told apart.
  def delimited(made, live)
    list = made.map { |sql| Kelvath::Ddl::Statement.new("statement", "", sql.dup) }
    Kelvath::Ddl::Script.new(heading: [], statements: list, platform: live.platform).text
  end

  def kept(side)
    piece = Kelvath::Metamodel::ScriptPiece.new(id: "PIECE", parent_id: side.design_id, place: "after", text: KEPT)
    side.model.updated(put: [ piece ], drop: [])
  end

  # Its table gets a column, so that what runs on it is made again.
  def there_and_back(live, before)
    table = before.model.all(:table).find { |each| each.name == "vessel" }
    draft = Kelvath::Draft.new(before.model, ids: Ids)
    Kelvath::Editing::Tables.add_column(draft, table.id, "depth int")
    goal = Kelvath::Altering::Side.new(model: draft.model, design_id: before.design_id)
    alteration = Kelvath::Altering.between(before, goal)
    client(live, alteration.script.text)
    client(live, alteration.reverse.script.text)
    assert_empty Kelvath::Running.differences(before, live.side).map(&:to_s), alteration.reverse.script.text
  end

  # Statements of the server's own dump, whatever their order and blanks.
  def dump(live, database)
    out, status = Open3.capture2e(File.join(PostgresqlEngine.binaries, "pg_dump"), "--schema-only", "--no-owner", "-h",
                                  live.target.host, "-p", live.target.port.to_s, "-U", live.target.user, database)
    assert status.success?, out
    Kelvath::Ddl::Splitter.statements(out.gsub(/^(?:--|\\).*$/, "")).map { |sql, _| sql.split.join(" ") }.sort
  end

  # The platform's own client, with the script as a file.
  def client(live, text, database: live.target.database)
    Tempfile.create([ "script", ".sql" ]) do |file|
      file.write(text)
      file.flush
      out, status = Open3.capture2e(*command(live, file.path, database), stdin_data: "")
      assert status.success? && !out.match?(/error/i), "#{out}\n#{text}"
    end
  end

  def command(live, path, database)
    at = live.target
    case at.platform
    when "postgresql"
      [ File.join(PostgresqlEngine.binaries, "psql"), "-q", "-v", "ON_ERROR_STOP=1", "-h", at.host, "-p", at.port.to_s,
        "-U", at.user, "-d", database, "-f", path ]
    when "mariadb"
      [ "sh", "-c", 'mariadb -h "$0" -P "$1" -u root "$2" < "$3"', at.host, at.port.to_s, database, path ]
    else [ "sqlite3", "-bail", live.path, ".read #{path}" ]
    end
  end
end
