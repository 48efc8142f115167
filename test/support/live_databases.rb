# frozen_string_literal: true

require "support/throwaway_postgresql"
require "support/throwaway_mariadb"

# One database of each engine that runs here, to be emptied, filled and looked at by tests: each answers target (a
# Target), elsewhere (one that leads to another database), empty, and what Live does with it.
module LiveDatabases
  # What is the same of all.
  class Live
    attr_reader :target, :elsewhere

    def platform = Kelvath::Platforms.fetch(target.platform)

    # Runs statements as somebody else would.
    def run(*sqls, on: target)
      Connectors.reach(on, readonly: false) { |database| sqls.flatten.map { |sql| database.execute(sql) } }
    end

    def query(sql, on: target)
      Connectors.reach(on) { |database| database.call(sql).map { |row| row.values.map(&:to_s) } }
    end

    def side = ScriptRun.side(target)

    # { title of a table => its rows, sorted }
    def rows
      now = side
      tables = Kelvath::Metamodel::Design.tables(now.model, now.design_id).reject(&:outside)
      writer = platform.writer_class.new(now.model, now.design)
      Connectors.reach(target) do |database|
        tables.to_h do |table|
          names = now.model.children(table.id, :column).map { |each| writer.quote(each.name) }.sort
          found = database.call("SELECT #{names.join(', ')} FROM #{writer.place(table)}")
          [ table.label(now.model), found.map { |row| row.values.map { |value| value.to_s.b } }.sort ]
        end
      end
    end
  end

  class Sqlite < Live
    def self.open
      Dir.mktmpdir do |folder|
        before, ENV["KELVATH_DATABASE_FOLDER"] = ENV["KELVATH_DATABASE_FOLDER"], folder
        yield new(folder)
      ensure
        ENV["KELVATH_DATABASE_FOLDER"] = before
      end
    end

    def initialize(folder)
      @folder = folder
      @target, @elsewhere = %w[office.db other.db].map do |database|
        Target.new(platform: "sqlite", database:, host: "", port: nil, user: "", role: "", tls: "no")
      end
      empty
      SQLite3::Database.new(File.join(folder, "other.db")) { |file| file.execute("CREATE TABLE far (id int)") }
    end

    def path = File.join(@folder, "office.db")

    def empty
      Dir.glob("#{path}*").each { |name| File.delete(name) }
      SQLite3::Database.new(path) { |file| file.execute("PRAGMA user_version = 1") }
    end

    # A statement of which scripts cannot be one transaction.
    def apart = [ "BEGIN", "CREATE TABLE apart (id int)", "COMMIT" ]
  end

  class Postgresql < Live
    def self.open
      ThrowawayPostgresql.open do |port, directory|
        yield new(port, directory)
      end
    end

    def initialize(port, directory)
      at = { platform: "postgresql", host: "127.0.0.1", port:, user: "kelvath", secret: "", role: "", tls: "no" }
      @target, @elsewhere = %w[postgres template1].map { |database| Target.new(**at, database:) }
      run("CREATE TABLESPACE pier LOCATION '#{directory}/pier'")
    end

    def empty
      run("SET client_min_messages = error", "DROP SCHEMA public CASCADE", "CREATE SCHEMA public")
    end

    def apart = [ "CREATE TABLE apart (id int)", "CREATE INDEX CONCURRENTLY apart_id ON apart (id)" ]
  end

  class Mariadb < Live
    def self.open
      ThrowawayMariadb.open { |port| yield new(port) }
    end

    def initialize(port)
      at = { platform: "mariadb", host: "127.0.0.1", port:, user: "root", secret: "", role: "", tls: "no" }
      @target, @elsewhere = %w[office other].map { |database| Target.new(**at, database:) }
      @server = Target.new(**at, database: "mysql")
      empty
      run("CREATE DATABASE other", on: @server)
    end

    def empty
      run("DROP DATABASE IF EXISTS office", "CREATE DATABASE office CHARACTER SET utf8mb4 COLLATE utf8mb4_general_ci",
          on: @server)
    end

    def apart = [ "CREATE TABLE apart (id int)" ]
  end

  ALL = { "SQLite" => Sqlite, "PostgreSQL" => Postgresql, "MariaDB" => Mariadb }.freeze
end
