# frozen_string_literal: true

require "test_helper"
require "support/throwaway_postgresql"
require Rails.root.join("demo/hsops")

# Scripts on a real PostgreSQL: what its catalog says afterwards is the design.
class PostgresqlScriptTest < ActiveSupport::TestCase
  test "the demo and the old system load, and the catalog has the same tables, columns and keys" do
    ThrowawayPostgresql.open do |port|
      models.each { |model| assert_proven(model, port) }
    end
  end

  test "a database that holds one of everything is kept, kept as text or named in the log, and its script makes " \
       "it again" do
    ThrowawayPostgresql.open do |port|
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
        assert_everything(server)
      end
    end
  end

  private

  EVERYTHING = Rails.root.join("core/test/platforms/everything")

  def assert_everything(server)
    server.call("SET client_min_messages = error")
    server.script(EVERYTHING.join("postgresql.sql").read)
    first = taken(server)
    script = Kelvath::Ddl.script(first.model, first.design_id)
    golden("postgresql.script.sql", script.text)
    golden("postgresql.log", first.log.map { |note| "#{note.object}: #{note.message}\n" }.sort.join)
    # What the log names as left out is made by hand; the rest must come from the script.
    server.script("DROP SCHEMA public, archive CASCADE; CREATE SCHEMA public; CREATE DOMAIN tonnes AS " \
                  "numeric(8,2); DROP OWNED BY mate, stoker; DROP ROLE mate, stoker")
    server.run(script)
    again = taken(server)
    assert_empty Kelvath::Comparison.designs(first.model, first.design_id, again.model, again.design_id).map(&:to_s)
  end

  def taken(server)
    Kelvath::Starting.from_catalog("Everything", Kelvath::Intake.catalog("postgresql", server), platform: "postgresql",
                                   ids: Ids)
  end

  def golden(name, text)
    EVERYTHING.join(name).write(text) if ENV["WRITE"]
    assert_equal EVERYTHING.join(name).read, text
  end

  def models
    hostile = Kelvath::Draft.new(ferries.model, ids: Ids)
    hostile.set(entity(hostile.model, "Route").id, name: "Order \"Group\"; DROP TABLE x",
                definition: "It's\n-- a 'note'\r\n;")
    catalog = SQLite3::Database.new(":memory:", results_as_hash: true).then do |database|
      database.execute_batch(File.read(Demo::Hsops::SCHEMA))
      Kelvath::Intake.catalog("sqlite", ->(sql) { database.execute(sql) })
    end
    [ ferries.model, hostile.model,
      Kelvath::Starting.from_catalog("HSOPS", catalog, platform: "sqlite", ids: Ids).model ]
  end

  def assert_proven(model, port)
    derived = Kelvath::Derivation.derive(model, platform: "postgresql", ids: Ids)
    full = derived.change_set.apply(model)
    catalog = PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
      server.call("SET client_min_messages = warning")
      server.call("DROP SCHEMA public CASCADE")
      server.call("CREATE SCHEMA public")
      server.run(Kelvath::Ddl.script(full, derived.design_id))
      Kelvath::Intake.catalog("postgresql", server)
    end
    assert_empty Kelvath::Proof.differences(full, derived.design_id, catalog, ids: Ids).map(&:to_s)
    assert_equal full.all(:table).count { |table| table.parent_id == derived.design_id }, catalog.tables.size
  end
end
