# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "scripts"
require_relative "../../test/support/throwaway_mariadb"

# Databases over connections, beside the servers' own programs.
module ConnectionSubjects
  module_function

  # Yields a connector, and a callable that dumps its schema by the server's own program.
  def postgresql
    ThrowawayPostgresql.open do |port|
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
        server.run(ScriptSubjects.script("postgresql"))
        dump = ScriptSubjects.program("pg_dump", port, "--schema-only", "postgres")
        yield server, -> { system(*dump, out: File::NULL, exception: true) }
      end
    end
  end

  def mariadb
    ThrowawayMariadb.open do |port|
      MariadbServer.open(host: "127.0.0.1", port:, username: "root") do |server|
        [ "CREATE DATABASE one", "USE one" ].each { |sql| server.call(sql) }
        server.run(ScriptSubjects.script("mariadb"))
        dump = [ "mariadb-dump", "--no-defaults", "--no-data", "-h", "127.0.0.1", "-P", port.to_s, "-u", "root", "one" ]
        yield server, -> { system(*dump, out: File::NULL, exception: true) }
      end
    end
  end

  # A run of the design's script on an empty database, as people start it, from looking to the finished log.
  def run(port)
    connection = Connection.create!(name: "Bench #{SecureRandom.hex(4)}", platform: "postgresql", person: "Bench",
                                    host: "127.0.0.1", port:, database: "one", username: "kelvath", secret: "")
    prepared = Subjects.stored.runs.create!(kind: "preparing", title: "Bench", person: "Bench",
                                            design_id: Subjects.derived.design_id,
                                            options: { connection: connection.id })
    prepared.work
    run = Subjects.stored.runs.create!(kind: "running", title: "Bench", person: "Bench",
                                       design_id: Subjects.derived.design_id, options: { prepared: prepared.id })
    -> { run.work.tap { raise run.message || run.result["failed"] unless run.result.to_h["clean"] } }
  end
end

{ "PostgreSQL" => :postgresql, "MariaDB" => :mariadb }.each do |title, key|
  program = { postgresql: "pg_dump", mariadb: "mariadb-dump" }[key]
  Figures.row("catalog of 1,000 tables read from #{title}, beside #{program}", unit: "s", goal: "<= 1.5 x") do
    ConnectionSubjects.public_send(key) do |server, dump|
      ours, reference = Figures.by_turns(-> { Kelvath::Intake.catalog(key.to_s, server) }, dump)
      [ ours, reference, ours <= 1.5 * reference ]
    end
  end
end

Figures.row("list of 10,000 tables to choose from, filtered", unit: "s", goal: "<= 1 s") do
  ThrowawayPostgresql.open do |port|
    PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
      server.script((1..10_000).map { |number| "CREATE TABLE table_#{number} (id int);" }.join)
      ours = Figures.seconds do
        page = ListingPage.new(Kelvath::Intake.list("postgresql", server), Kelvath::Intake::Scope.of("never" => "*7"),
                               words: "99")
        ApplicationController.render(partial: "takings/listing", locals: { page: })
      end
      [ ours, nil, ours <= 1 ]
    end
  end
end

Figures.row("running 1,000 tables on PostgreSQL, beside psql -f", unit: "s", goal: "<= 1.3 x") do
  ThrowawayPostgresql.open do |port|
    file = Rails.root.join("tmp/bench.sql").to_s
    File.write(file, Kelvath::Scripting::Composition.new(Subjects.design, Subjects.derived.design_id,
                                                         Kelvath::Scripting::Recipes.usual).script.text)
    run = nil
    prepare = -> { ScriptSubjects.fresh(port) && run = ConnectionSubjects.run(port) }
    ours, reference = Figures.by_turns(-> { run.call }, -> { ScriptSubjects.load(port, file) }, prepare:)
    [ ours, reference, ours <= 1.3 * reference ]
  end
end
