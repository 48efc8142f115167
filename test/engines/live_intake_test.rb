# frozen_string_literal: true

require "test_helper"
require "zip"
require "support/throwaway_postgresql"
require "support/throwaway_mariadb"

# Only some of a database is read, on the engines: what is read is what a whole reading tells of it.
class LiveIntakeTest < ActiveSupport::TestCase
  HOSTILE = %(quay' OR "1"=`1)

  # The same tables by both ways; what they refer to beyond them is told as it is.
  def assert_scoped(platform, server, values, wanted)
    whole = Kelvath::Intake.catalog(platform, server)
    part = Kelvath::Intake.catalog(platform, server, scope: Kelvath::Intake::Scope.of(values))
    things = ->(catalog) { [ catalog.tables, catalog.views, catalog.sequences, catalog.routines ].flatten }
    assert_equal wanted.sort, things.(part).map(&:title).sort
    assert_equal things.(whole).select { |each| wanted.include?(each.title) }, things.(part)
  end

  test "PostgreSQL" do
    ThrowawayPostgresql.open do |port|
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
        server.script(<<~SQL)
          CREATE SCHEMA crew; CREATE SCHEMA hidden; CREATE TABLE hidden.safe (id serial, code int);
          CREATE TYPE crew.rank AS ENUM ('mate', 'master'); CREATE EXTENSION pg_trgm;
          CREATE TABLE harbour (code char(3) PRIMARY KEY);
          CREATE TABLE "#{HOSTILE.gsub('"', '""')}" (harbour char(3) REFERENCES harbour, n int CHECK (n > 1));
          CREATE TABLE crew.member (id int PRIMARY KEY, rank crew.rank, harbour char(3) REFERENCES harbour);
          CREATE INDEX ON crew.member (rank);
          CREATE VIEW crew.masters AS SELECT id FROM crew.member WHERE rank = 'master';
          CREATE SEQUENCE crew.badge; CREATE FUNCTION crew.pay() RETURNS int LANGUAGE sql AS 'SELECT 1';
          CREATE ROLE stoker LOGIN; GRANT USAGE ON SCHEMA crew TO stoker; GRANT SELECT ON crew.member TO stoker;
          INSERT INTO harbour SELECT chr(65 + n) FROM generate_series(1, 20) n; ANALYZE;
        SQL
        assert_scoped("postgresql", server, {}, [ "hidden.safe", "harbour", HOSTILE, "crew.member", "crew.masters",
                                                  "crew.badge", "crew.pay" ])
        assert_scoped("postgresql", server, { "schemas" => %w[crew] },
                      [ "crew.member", "crew.masters", "crew.badge", "crew.pay" ])
        assert_scoped("postgresql", server, { "kinds" => %w[table], "only" => "quay*" }, [ HOSTILE ])
        assert_scoped("postgresql", server, { "only" => "nothing" }, [])
        list = Kelvath::Intake.list("postgresql", server)
        assert_equal [ "table", 20, true ], list.items.find { |each| each.name == "harbour" }.to_h
                                                .values_at(:kind, :rows, :readable)
        design = taken("postgresql", server, { "only" => "crew.member" })
        assert_equal [ [ "harbour", true ], [ "member", false ] ], design.map { |each| [ each.name, each.outside ] }
        assert_includes whole_log(server), "extension pg_trgm, with all that it brought"
        assert_named(server)
        assert_questionnaire(port, server)
      end
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "stoker", dbname: "postgres") do |server|
        list = Kelvath::Intake.list("postgresql", server)
        assert_match(/\A\d of them cannot be read by this user: .*harbour/, list.unseen.join)
        assert list.items.find { |each| each.name == "member" }.readable
        catalog = Kelvath::Intake.catalog("postgresql", server)
        assert_equal [ 4, true ], [ catalog.tables.size, catalog.tables.find { |each| each.name == "safe" }.columns
                                                                       .first.identity ]
      end
    end
  end

  test "MariaDB" do
    ThrowawayMariadb.open do |port|
      MariadbServer.open(host: "127.0.0.1", port:, username: "root") do |server|
        name = HOSTILE.gsub("`", "``")
        [ "CREATE DATABASE one", "USE one", "CREATE TABLE harbour (code char(3) PRIMARY KEY)",
          "CREATE TABLE `#{name}` (harbour char(3), n int CHECK (n > 1), KEY (n), FOREIGN KEY (harbour) REFERENCES " \
          "harbour (code))", "CREATE VIEW free AS SELECT code FROM harbour", "CREATE SEQUENCE badge",
          "CREATE FUNCTION pay() RETURNS int RETURN 1", "CREATE USER stoker@localhost",
          "GRANT SELECT, EXECUTE ON one.* TO stoker@localhost" ].each { |sql| server.call(sql) }
        assert_scoped("mariadb", server, {}, [ "harbour", HOSTILE, "free", "badge", "pay" ])
        assert_scoped("mariadb", server, { "kinds" => %w[table], "never" => "har*" }, [ HOSTILE ])
        assert_scoped("mariadb", server, { "kinds" => %w[view routine] }, %w[free pay])
        assert_equal [ [ "harbour", true ], [ HOSTILE, false ] ],
                     taken("mariadb", server, { "only" => "quay*" }).map { |each| [ each.name, each.outside ] }
        [ "CREATE TRIGGER counted BEFORE INSERT ON harbour FOR EACH ROW SET @n = 'a\\\\b\t\"c'",
          "CREATE PROCEDURE note(IN what varchar(9)) BEGIN SELECT what;\n SELECT NULL; END",
          "CREATE TABLE sailing (id int AUTO_INCREMENT PRIMARY KEY, day date DEFAULT '2026-11-29') COMMENT 'a,\"b\"'",
          "CREATE TABLE log (id int, day date, INDEX by_day (day) COMMENT 'days') PARTITION BY HASH (id) PARTITIONS 3",
          "CREATE EVENT nightly ON SCHEDULE EVERY 1 DAY DO SELECT 1" ].each { |sql| server.call(sql) }
        assert_empty [ "event nightly", "rights EXECUTE, SELECT on all to 'stoker'@'localhost'", "log.by_day" ] -
                     Kelvath::Intake.catalog("mariadb", server).log.map(&:object)
        assert_answers("mariadb", server) do |folder, file|
          system("sh", file, "-h", "127.0.0.1", "-P", port.to_s, "-u", "root", "one", chdir: folder, exception: true)
        end
      end
      MariadbServer.open(host: "127.0.0.1", port:, username: "stoker", database: "one") do |server|
        catalog = Kelvath::Intake.catalog("mariadb", server)
        assert_equal [ 4, 0, 0 ], [ catalog.tables, catalog.views, catalog.routines ].map(&:size)
        assert_equal %w[routine view], catalog.log.map(&:object).grep(/pay|free/).map { |each|
          each.sub(/function/, "routine").split.first
        }.sort
      end
    end
  end

  test "SQLite" do
    database = SQLite3::Database.new(":memory:", results_as_hash: true)
    database.execute_batch("CREATE TABLE harbour (code text PRIMARY KEY); CREATE VIEW free AS SELECT 1; " \
                           "CREATE TABLE quay (n int, code text REFERENCES harbour)")
    server = ->(sql) { database.execute(sql) }
    assert_scoped("sqlite", server, { "only" => "q*" }, %w[quay])
    assert_equal [ [ "harbour", true ], [ "quay", false ] ],
                 taken("sqlite", server, { "only" => "q*" }).map { |each| [ each.name, each.outside ] }.sort
    database.execute_batch(<<~SQL)
      CREATE TABLE sailing (id integer PRIMARY KEY AUTOINCREMENT, day text DEFAULT 'a,"b"', n int AS (id * 2) STORED,
        UNIQUE (day DESC)) STRICT;
      CREATE INDEX late ON sailing (day) WHERE n > 1;
      CREATE TRIGGER t AFTER INSERT ON quay BEGIN SELECT 1;
        SELECT 2; END
    SQL
    Dir.mktmpdir do |place|
      database.execute("VACUUM INTO ?", File.join(place, "ferries.db"))
      assert_answers("sqlite", server) do |folder, file|
        system("sqlite3", "-readonly", File.join(place, "ferries.db"), in: File.join(folder, file), chdir: folder,
                                                                       exception: true)
      end
    end
  end

  # A design that was derived, and its script run: the database says it in words of its own, and nothing has drifted.
  test "what was run has not drifted" do
    ThrowawayPostgresql.open do |port|
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
        assert_no_drift("postgresql", server)
      end
    end
    ThrowawayMariadb.open do |port|
      MariadbServer.open(host: "127.0.0.1", port:, username: "root") do |server|
        [ "CREATE DATABASE one", "USE one" ].each { |sql| server.call(sql) }
        assert_no_drift("mariadb", server)
      end
    end
  end

  private

  def assert_no_drift(platform, server)
    stored = ferries
    derived = Kelvath::Derivation.derive(stored.model, platform:, ids: Ids)
    model = derived.change_set.apply(stored.model)
    Kelvath::Ddl.script(model, derived.design_id).handed_out.each { |statement| server.call(statement.sql) }
    read, = Kelvath::Joining.read(Kelvath::Intake.catalog(platform, server), platform:, ids: Ids, model:,
                                  design_id: derived.design_id, standard: Kelvath::Naming::Standard.plain)
    assert_empty Kelvath::Joining::Plan.new(model, read, design_id: derived.design_id).offers.map(&:said)
    assert_differs(platform, server, Kelvath::Merging::Side.new(model:, root_id: derived.design_id))
  end

  # Laid beside the database they agree, until that is changed.
  def assert_differs(platform, server, design)
    assert_empty differences(platform, server, design)
    server.call("ALTER TABLE berth DROP COLUMN depth")
    server.call("ALTER TABLE harbour ADD COLUMN pilot varchar(9)")
    assert_equal [ "column berth · depth: is there, is not there", "column harbour · pilot: is not there, is there" ],
                 differences(platform, server, design).sort
  end

  def differences(platform, server, design)
    read = Kelvath::Altering::Side.of_catalog(Kelvath::Intake.catalog(platform, server), platform, ids: Ids)
    comparison = Kelvath::Merging.compare(design, Kelvath::Merging::Side.of_reading(read))
    wording = Kelvath::Merging::Wording.new(comparison)
    comparison.differences.map { |each| "#{wording.title(each)}: #{wording.texts(each).join(', ')}" }
  end

  # Tables of the design that some of a database becomes.
  def taken(platform, server, values)
    catalog = Kelvath::Intake.catalog(platform, server, scope: Kelvath::Intake::Scope.of(values))
    made = Kelvath::Intake.take(Kelvath::Model::EMPTY, catalog, platform:, ids: Ids, name: "Part")
    Kelvath::Model.of(made.change_set.additions).all(:table).sort_by(&:name)
  end

  # Whatever else a catalog can hold is named in the log.
  REST = <<~SQL.freeze
    CREATE AGGREGATE total (int) (sfunc = int4pl, stype = int); CREATE TYPE place AS (x int, y int);
    CREATE TYPE span AS RANGE (subtype = int); CREATE COLLATION office FROM "C";
    CREATE FUNCTION alike(text, text) RETURNS bool LANGUAGE sql IMMUTABLE AS 'SELECT $1 = $2';
    CREATE OPERATOR === (leftarg = text, rightarg = text, function = alike);
    CREATE FUNCTION placed(text) RETURNS place LANGUAGE sql IMMUTABLE AS 'SELECT row(1, 2)::place';
    CREATE CAST (text AS place) WITH FUNCTION placed(text); CREATE TEXT SEARCH CONFIGURATION words (copy = simple);
    CREATE TEXT SEARCH DICTIONARY plain (template = simple);
    CREATE FUNCTION told() RETURNS event_trigger LANGUAGE plpgsql AS 'BEGIN END';
    CREATE EVENT TRIGGER telling ON ddl_command_end EXECUTE FUNCTION told(); DROP EVENT TRIGGER IF EXISTS nothing;
    CREATE PUBLICATION news; CREATE EXTENSION postgres_fdw;
    CREATE SERVER far FOREIGN DATA WRAPPER postgres_fdw; CREATE FOREIGN TABLE away (id int) SERVER far;
    CREATE POLICY own ON harbour USING (true); CREATE RULE quiet AS ON DELETE TO harbour DO INSTEAD NOTHING;
    CREATE STATISTICS pair ON rank, harbour FROM crew.member; COMMENT ON FUNCTION crew.pay() IS 'Monthly';
    COMMENT ON COLUMN crew.masters.id IS 'A number'; COMMENT ON CONSTRAINT harbour_pkey ON harbour IS 'Codes';
    COMMENT ON INDEX crew.member_rank_idx IS 'Ranks'; GRANT SELECT (rank) ON crew.member TO stoker;
    GRANT EXECUTE ON FUNCTION crew.pay() TO stoker; GRANT USAGE ON TYPE crew.rank TO stoker;
    ALTER DEFAULT PRIVILEGES GRANT SELECT ON TABLES TO stoker;
  SQL
  NAMED = [ "aggregate total(integer)", "composite type place", "range type span", "collation office",
            "operator ===(text,text)", "cast text as place", "text search configuration words",
            "text search dictionary plain", "event trigger telling", "publication news", "foreign server far",
            "extension postgres_fdw, with all that it brought", "row policy own on harbour", "rule quiet on harbour",
            "statistics object pair", "comment on routine pay", "comment on column crew.masters.id",
            "comment on constraint harbour_pkey", "comment on index crew.member_rank_idx",
            "GRANT SELECT (rank) ON crew.member TO stoker", "GRANT USAGE ON TYPE crew.rank TO stoker",
            "rights given by default in every schema", "away" ].freeze

  def assert_named(server)
    server.script(REST)
    assert_empty NAMED - whole_log(server), (whole_log(server)).inspect
  end

  # What a client of the administrator's answers is the same as what is read over a connection. Yields a folder and the
  # file of questions in it; answers what was answered.
  def assert_answers(platform, server)
    questions = Kelvath::Intake::Questionnaire.new(Kelvath::Platforms.fetch(platform))
    answers = Dir.mktmpdir do |folder|
      File.write(File.join(folder, questions.name), questions.text)
      yield folder, questions.name
      questions.files.to_h { |name| [ name, File.read(File.join(folder, name)) ] }
    end
    whole = Kelvath::Intake.catalog(platform, server)
    answered = Kelvath::Intake.catalog(platform, questions.query(answers))
    %i[tables views sequences routines enumerations domains schemas roles pieces version log].each do |list|
      assert_equal [ list, whole.public_send(list) ], [ list, answered.public_send(list) ]
    end
    answers
  end

  def assert_questionnaire(port, server)
    answers = assert_answers("postgresql", server) do |folder, file|
      system(File.join(PostgresqlEngine.binaries, "psql"), "-q", "-h", "127.0.0.1", "-p", port.to_s, "-U", "kelvath",
             "-d", "postgres", "-f", file, chdir: folder, out: File::NULL, exception: true)
    end
    assert_taken(answers, Kelvath::Intake.catalog("postgresql", server))
    questions = Kelvath::Intake::Questionnaire.new(Kelvath::Platforms.fetch("postgresql"))
    { answers.except("kelvath-columns.csv") => /kelvath-columns\.csv is missing/,
      answers.merge("kelvath-rest.csv" => "a,b\n1,2\n") => /kelvath-rest\.csv has no column “what”/,
      answers.merge("kelvath-rest.csv" => "what,name\n\"1,2\n") => /kelvath-rest\.csv is not readable as CSV/
    }.each do |wrong, words|
      assert_match words, assert_raises(Kelvath::UnreadableFile) { questions.query(wrong) }.message
    end
  end

  def assert_taken(answers, whole)
    run = Run.create!(kind: "taking", title: "Answered", person: "Guest", options: { questionnaire: "postgresql" })
    zip = Zip::OutputStream.write_buffer do |stream|
      answers.each { |name, text| stream.put_next_entry("answers/#{name}") && stream.write(text) }
    end
    File.binwrite(run.upload_path, zip.string)
    run.work
    assert_equal [ "done", whole.tables.size ], [ run.state, run.result.dig("counts", "tables") ], run.message
  end

  def whole_log(server) = Kelvath::Intake.catalog("postgresql", server).log.map(&:object)
end
