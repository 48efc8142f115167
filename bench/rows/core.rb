# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../../test/support/throwaway_postgresql"

Figures.row("derive 1,000 tables (#{Subjects.design.all(:column).size} columns)", unit: "s", goal: "<= 1.5 s") do
  fresh = -> { Kelvath::Model.of(Subjects.company.elements.values) } # nothing worked out yet
  ours = Figures.seconds(prepare: fresh) do |model|
    Kelvath::Derivation.derive(model, platform: "postgresql", ids: Subjects.ids)
  end
  [ ours, nil, ours <= 1.5 ]
end

Figures.row("script of 1,000 tables, beside pg_dump --schema-only", unit: "s", goal: "<= 0.5 x") do
  script = Kelvath::Ddl.script(Subjects.design, Subjects.derived.design_id)
  reference = ThrowawayPostgresql.open do |port|
    PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") { |server| server.run(script) }
    dump = [ File.join(ThrowawayPostgresql.binaries, "pg_dump"), "--schema-only", "-h", "127.0.0.1", "-p", port.to_s,
             "-U", "kelvath", "postgres" ]
    Figures.seconds { system(*dump, out: File::NULL, exception: true) }
  end
  ours = Figures.seconds { Kelvath::Ddl.script(Subjects.design, Subjects.derived.design_id).text }
  [ ours, reference, ours <= 0.5 * reference ]
end
