# frozen_string_literal: true

require "test_helper"
require "open3"
require "support/engine_designs"
require "support/throwaway_mariadb"
require "support/throwaway_postgresql"
require Rails.root.join("core/test/platforms/random_design")
require Rails.root.join("demo/hsops")

# Reading a script equals running it: what is read and what the engine's catalog says afterwards is the same design. For
# scripts that hold what people write, and for the engine's own dumps of them, of the ferries, of an old system and of
# designs made at random. More of them: COUNT=100.
class ReadingTest < ActiveSupport::TestCase
  COUNT = Integer(ENV.fetch("COUNT", "8"), 10)
  SCRIPTS = Rails.root.join("test/engines/scripts")

  test "SQLite" do
    scripts("sqlite", EngineDesigns::Sqlite).each do |title, text|
      SQLite3::Database.new(":memory:", results_as_hash: true) do |database|
        database.execute_batch(text)
        catalog = Kelvath::Intake.catalog("sqlite", ->(sql) { database.execute(sql) })
        assert_read("sqlite", title, text, catalog)
        assert_read("sqlite", "dump of #{title}", dump_of(database), catalog)
      end
    end
  end

  test "PostgreSQL" do
    ThrowawayPostgresql.open do |port, directory|
      scripts("postgresql", EngineDesigns::Postgresql).each do |title, text|
        PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
          server.script("DROP DATABASE IF EXISTS one WITH (FORCE)")
          server.script("CREATE DATABASE one")
          pier(server, directory)
        end
        client("psql", "-h", "127.0.0.1", "-p", port.to_s, "-U", "kelvath", "-q", "-v", "ON_ERROR_STOP=1", "one", text:)
        PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "one") do |server|
          catalog = Kelvath::Intake.catalog("postgresql", server)
          assert_read("postgresql", title, text, catalog)
          dump = client("pg_dump", "-h", "127.0.0.1", "-p", port.to_s, "-U", "kelvath", "one")
          assert_read("postgresql", "dump of #{title}", dump, catalog)
        end
      end
    end
  end

  test "MariaDB" do
    ThrowawayMariadb.open do |port|
      at = [ "--protocol=tcp", "-h", "127.0.0.1", "-P", port.to_s, "-u", "root" ]
      scripts("mariadb", EngineDesigns::Mariadb).each do |title, text|
        MariadbServer.throwaway(port) do |server|
          name = server.call("SELECT database() AS name").first["name"]
          client("mariadb", *at, name, text:)
          catalog = Kelvath::Intake.catalog("mariadb", server)
          assert_read("mariadb", title, text, catalog)
          assert_read("mariadb", "dump of #{title}", client("mariadb-dump", "--routines", *at, name), catalog)
        end
      end
    end
  end

  private

  # [[title, text], …]
  def scripts(key, says)
    written = SCRIPTS.join("#{key}.sql").read.split(/^--- (.*)\n/).drop(1).each_slice(2).map do |title, text|
      [ title, title.include?("windows") ? text.gsub("\n", "\r\n") : text ]
    end
    platform = Kelvath::Platforms.fetch(key).at(says::VERSION)
    random = (1..COUNT).map do |seed|
      design = RandomDesign.new(platform, seed, types: says.method(:types), samples: says::SAMPLES,
                                                fits: says.method(:fits)).build
      [ "seed #{seed}", Kelvath::Ddl.script(*design).text ]
    end
    written + known(key) + random
  end

  def known(key)
    { "the ferries" => ferries.model, "the old system" => hsops }.map do |title, model|
      derived = Kelvath::Derivation.derive(model, platform: key, ids: Ids)
      [ title, Kelvath::Ddl.script(derived.change_set.apply(model), derived.design_id).text ]
    end
  end

  def hsops
    Dir.mktmpdir do |directory|
      Demo::Hsops.write(path = File.join(directory, "hsops"))
      catalog = SqliteFile.read(path) { |query| Kelvath::Intake.catalog("sqlite", query) }
      Kelvath::Starting.from_catalog("HSOPS", catalog, platform: "sqlite", ids: Ids).model
    end
  end

  # Where some designs keep their tables.
  def pier(server, directory)
    return if server.call("SELECT 1 FROM pg_tablespace WHERE spcname = 'pier'").any?

    server.script("CREATE TABLESPACE pier LOCATION '#{directory}/pier'")
  end

  def domains(catalog) = catalog.domains.map { |each| [ each.title, each.mandatory, each.checks.size ] }.sort

  def client(*command, text: "")
    out, told, status = Open3.capture3(*command, stdin_data: text)
    assert_predicate status, :success?, "#{command.first}: #{told}\n#{text}"
    out
  end

  # What the shell's .dump writes, by the statements that the database keeps.
  def dump_of(database)
    made = database.execute("SELECT sql FROM sqlite_master WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite\\_%' " \
                            "ESCAPE '\\' ORDER BY type = 'trigger', type = 'view', type = 'index', rowid")
    made = made.map { |row| row["sql"] }
    made = made.grep_v(/\ACREATE TABLE '\w+_(?:data|idx|content|docsize|config)'/) # of virtual tables
    "PRAGMA foreign_keys=OFF;\nBEGIN TRANSACTION;\n#{made.map { |sql| "#{sql};\n" }.join}COMMIT;\n"
  end

  def assert_read(key, title, text, engine)
    read = Kelvath::Reading.read([ Kelvath::Reading::Source.new(name: title, text:) ],
                                 platform: Kelvath::Platforms.fetch(key)).catalog
    taken = Kelvath::Starting.from_catalog("Read", read, platform: key, ids: Ids)
    found = Kelvath::Proof.differences(taken.model, taken.design_id, engine, ids: Ids)
    assert_empty found.map(&:to_s), "#{key}, #{title}\n#{text}"
    assert_equal domains(engine), domains(read), "#{key}, #{title}\n#{text}"
    assert_empty read.log.select { |each| each.level == :warning }.map(&:message), "#{key}, #{title}\n#{text}"
  end
end
