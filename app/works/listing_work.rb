# frozen_string_literal: true

# Asks a database what it has, for somebody who chooses from it.
class ListingWork
  def initialize(run)
    @run = run
  end

  # Answers the run's result; the list itself is a file of the run's. Raises Kelvath::Error.
  def call(_progress)
    connection = Connection.seen_by(@run.person).find(@run.options.fetch("connection"))
    list = Connectors.reach(connection.target(@run.person)) do |database|
      Kelvath::Intake.list(connection.platform, database)
    end
    File.write(@run.output_path, JSON.generate(items: list.items.map(&:to_h), unseen: list.unseen), perm: 0o600)
    { items: list.items.size }
  end
end
