# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../../test/support/throwaway_postgresql"

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
