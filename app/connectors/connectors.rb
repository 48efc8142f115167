# frozen_string_literal: true

require_relative "sqlite_file"
require_relative "postgresql_server"
require_relative "mariadb_server"
require_relative "mysql_server"
require_relative "practice_connector"
require_relative "database_hosts"
require_relative "database_folder"
require_relative "target"
require_relative "place"
require_relative "step_check"
require_relative "trial_engine"

# What databases are reached through, by the platform's key. A connector of files answers platform, mine?(path),
# check(path), read(path) and create(path), as SqliteFile does. Plain Ruby.
module Connectors
  FILES = [ SqliteFile ].to_h { |connector| [ connector.platform, connector ] }.freeze

  # Connectors of servers: they answer throwaway(port), as PostgresqlServer does.
  SERVERS = [ PostgresqlServer, MariadbServer, MysqlServer ].to_h { |each| [ each.platform, each ] }.freeze

  # Platforms whose servers are simulated.
  PRACTICE = Kelvath::Practice.platforms.to_h { |key| [ key, PracticeConnector ] }.freeze

  # The connector for servers of a platform, or nil.
  def self.server(platform) = SERVERS[platform] || PRACTICE[platform]

  # Are its servers only simulated here?
  def self.practice?(platform) = PRACTICE.key?(platform)

  # The connector for database files of a platform, or nil.
  def self.file(platform) = FILES[platform]

  # Platforms whose databases can be reached, by their keys.
  def self.platforms = FILES.keys + SERVERS.keys + PRACTICE.keys

  # Yields the connector of a Target's database. Raises Unreachable, Kelvath::UnreadableFile.
  def self.open(target, readonly: true, &block)
    file = file(target.platform)
    return file.reach(DatabaseFolder.file(target.database), readonly:, &block) if file

    DatabaseHosts.check(target.host, target.port)
    server = server(target.platform) or
      raise Kelvath::UnknownName, "Databases of #{target.platform} cannot be reached from here."
    server.reach(target, &block)
  end

  # The same in the Target's role; what is only read cannot be written to. What the server refuses is raised as an
  # Unreachable, too.
  def self.reach(target, readonly: true)
    connector = file(target.platform) || server(target.platform)
    open(target, readonly:) do |database|
      database.take_role(target.role) unless target.role.to_s.empty?
      database.only_read if readonly
      yield database
    end
  rescue *connector.const_get(:REFUSED) => error
    words = error.message.dup.force_encoding(Encoding::UTF_8).scrub("?").lines.first.to_s.strip
    raise Unreachable.new("Rights", "#{Kelvath::Platforms.fetch(target.platform).title} said: #{words}", "")
  end

  # The connector whose file that is, by its first bytes. Raises Kelvath::UnreadableFile if none can read it.
  def self.of_file(path)
    connector = FILES.each_value.find { |each| each.mine?(path) } || FILES.each_value.first
    connector.check(path)
    connector
  end
end
