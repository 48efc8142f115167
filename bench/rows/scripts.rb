# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../../test/support/throwaway_postgresql"

# Scripts of 1,000 tables beside PostgreSQL's own programs: pg_dump writes one, psql runs one.
module ScriptSubjects
  module_function

  # [model, design's id] for a platform, derived once.
  def design(platform)
    @designs ||= {}
    @designs[platform] ||= Kelvath::Derivation.derive(Subjects.company, platform:, ids: Subjects.ids).then do |derived|
      [ derived.change_set.apply(Subjects.company), derived.design_id ]
    end
  end

  def script(platform)
    model, id = design(platform)
    Kelvath::Scripting::Composition.new(model, id, Kelvath::Scripting::Recipes.usual).script
  end

  def program(name, port, *rest)
    [ File.join(ThrowawayPostgresql.binaries, name), "-h", "127.0.0.1", "-p", port.to_s, "-U", "kelvath", *rest ]
  end

  # What makes an empty database “one” anew, and what runs a file there by psql.
  def fresh(port)
    system(*program("dropdb", port, "--if-exists", "one"), err: File::NULL, exception: true)
    system(*program("createdb", port, "one"), exception: true)
  end

  def load(port, file)
    system(*program("psql", port, "-q", "-d", "one", "-f", file), out: File::NULL, exception: true)
  end

  # { platform's key => [seconds of ours, seconds of pg_dump --schema-only] }, taken by turns: a machine is not of one
  # speed from one minute to the next.
  def beside_dump
    @beside_dump ||= ThrowawayPostgresql.open do |port|
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
        server.run(script("postgresql"))
      end
      command = program("pg_dump", port, "--schema-only", "postgres")
      Kelvath::Platforms.all.to_h do |platform|
        design(platform.key)
        [ platform.key, Figures.by_turns(-> { script(platform.key).text },
                                         -> { system(*command, out: File::NULL, exception: true) }) ]
      end
    end
  end
end

Kelvath::Platforms.all.each do |platform|
  Figures.row("script of 1,000 tables for #{platform.title}, beside pg_dump", unit: "s", goal: "<= 0.5 x") do
    ours, reference = ScriptSubjects.beside_dump.fetch(platform.key)
    [ ours, reference, ours <= 0.5 * reference ]
  end
end

Figures.row("proof of 1,000 tables on PostgreSQL, beside psql -f", unit: "s", goal: "<= 1.3 x + 3 s") do
  model, id = ScriptSubjects.design("postgresql")
  ThrowawayPostgresql.open do |port|
    script = ScriptSubjects.script("postgresql")
    file = Rails.root.join("tmp/bench.sql").to_s
    File.write(file, script.text)
    fresh = -> { ScriptSubjects.fresh(port) }
    loaded = -> { ScriptSubjects.load(port, file) }
    proven = lambda do
      PostgresqlServer.throwaway(port) do |server|
        server.run_handed_out(ScriptSubjects.script("postgresql"))
        catalog = Kelvath::Intake.catalog("postgresql", server)
        raise "It is not proved" if Kelvath::Proof.differences(model, id, catalog, ids: Subjects.ids).any?
      end
    end
    reference, ours = Figures.by_turns(loaded, proven, rounds: 3, prepare: fresh)
    [ ours, reference, ours <= 1.3 * reference + 3 ]
  end
end
