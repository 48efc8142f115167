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

  # Seconds of pg_dump --schema-only.
  def dump
    @dump ||= ThrowawayPostgresql.open do |port|
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
        server.run(script("postgresql"))
      end
      command = program("pg_dump", port, "--schema-only", "postgres")
      Figures.seconds { system(*command, out: File::NULL, exception: true) }
    end
  end
end

Kelvath::Platforms.all.each do |platform|
  Figures.row("script of 1,000 tables for #{platform.title}, beside pg_dump", unit: "s", goal: "<= 0.5 x") do
    reference = ScriptSubjects.dump
    ScriptSubjects.design(platform.key)
    ours = Figures.seconds { ScriptSubjects.script(platform.key).text }
    [ ours, reference, ours <= 0.5 * reference ]
  end
end

Figures.row("proof of 1,000 tables on PostgreSQL, beside psql -f", unit: "s", goal: "<= 1.3 x + 3 s") do
  model, id = ScriptSubjects.design("postgresql")
  ThrowawayPostgresql.open do |port|
    script = ScriptSubjects.script("postgresql")
    file = Rails.root.join("tmp/bench.sql").to_s
    File.write(file, script.text)
    fresh = lambda do
      system(*ScriptSubjects.program("dropdb", port, "--if-exists", "one"), err: File::NULL, exception: true)
      system(*ScriptSubjects.program("createdb", port, "one"), exception: true)
    end
    reference = Figures.seconds(prepare: fresh) do |_|
      system(*ScriptSubjects.program("psql", port, "-q", "-d", "one", "-f", file), out: File::NULL, exception: true)
    end
    ours = Figures.seconds do
      PostgresqlServer.throwaway(port) do |server|
        server.run_handed_out(ScriptSubjects.script("postgresql"))
        catalog = Kelvath::Intake.catalog("postgresql", server)
        raise "It is not proved" if Kelvath::Proof.differences(model, id, catalog, ids: Subjects.ids).any?
      end
    end
    [ ours, reference, ours <= 1.3 * reference + 3 ]
  end
end
