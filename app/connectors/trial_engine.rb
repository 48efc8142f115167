# frozen_string_literal: true

require "tmpdir"
require_relative "../../lib/proof_servers"

# A throwaway database on which a Kelvath::Altering::Trial is made: an SQLite file, or one on a proof server of this
# machine. Plain Ruby.
class TrialEngine
  # Yields one for a platform; the database is gone after. Raises Kelvath::Error if there is none here.
  def self.open(platform, progress: Kelvath::Progress.none, &block)
    connector = Connectors.file(platform)
    return on_file(connector, platform, progress, &block) if connector

    port = ProofServers.port(platform) or
      raise Kelvath::Error, "No proof server for #{platform} is running here; bin/proof-servers starts one."
    Connectors.server(platform).throwaway(port) { |server| yield new(platform, server, progress) }
  end

  def self.on_file(connector, platform, progress)
    Dir.mktmpdir do |directory|
      connector.create(File.join(directory, "trial")) do |file|
        file.alter
        yield new(platform, file, progress)
      end
    end
  end
  private_class_method :on_file

  # database: a connector that runs statements one by one (StatementByStatement) and answers queries.
  def initialize(platform, database, progress = Kelvath::Progress.none)
    @platform = platform
    @database = database
    @progress = progress
  end

  # As a Kelvath::Altering::Trial asks it. Raise StatementFailed.
  def make(script) = @database.run_handed_out(script, progress: @progress)
  def alter(script) = @database.run_handed_out(script, progress: @progress)

  # A row that is refused is passed over.
  def insert(statement)
    @database.execute(statement.sql)
  rescue *@database.class::REFUSED
    nil
  end

  # Rows of a query as hashes.
  def call(sql) = @database.call(sql)

  # The Kelvath::Intake::Catalog of what is there.
  def catalog = Kelvath::Intake.catalog(@platform, @database)
end
