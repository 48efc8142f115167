# frozen_string_literal: true

require_relative "sqlite_file"
require_relative "postgresql_server"
require_relative "mariadb_server"
require_relative "trial_engine"

# What databases are reached through, by the platform's key. A connector of files answers platform, mine?(path),
# check(path), read(path) and create(path), as SqliteFile does. Plain Ruby.
module Connectors
  FILES = [ SqliteFile ].to_h { |connector| [ connector.platform, connector ] }.freeze

  # Connectors of servers: they answer throwaway(port), as PostgresqlServer does.
  SERVERS = [ PostgresqlServer, MariadbServer ].to_h { |connector| [ connector.platform, connector ] }.freeze

  # The connector for servers of a platform, or nil.
  def self.server(platform) = SERVERS[platform]

  # The connector for database files of a platform, or nil.
  def self.file(platform) = FILES[platform]

  # The connector whose file that is, by its first bytes. Raises Kelvath::UnreadableFile if none can read it.
  def self.of_file(path)
    connector = FILES.each_value.find { |each| each.mine?(path) } || FILES.each_value.first
    connector.check(path)
    connector
  end
end
