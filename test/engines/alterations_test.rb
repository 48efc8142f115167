# frozen_string_literal: true

require "test_helper"
require "support/throwaway_postgresql"
require "support/throwaway_mariadb"
require "support/engine_designs"
require Rails.root.join("core/test/platforms/random_changes")

# Scripts that alter, on real engines: there and back, with rows; and a database held against the design it was made of.
class AlterationsTest < ActiveSupport::TestCase
  COUNT = Integer(ENV.fetch("PAIRS", 20))

  test "SQLite goes there and back" do
    pairs("sqlite", EngineDesigns::Sqlite) do |&trial|
      Dir.mktmpdir do |directory|
        SqliteFile.create(File.join(directory, "trial")) do |file|
          file.alter
          trial.call(file)
        end
      end
    end
  end

  test "PostgreSQL goes there and back" do
    ThrowawayPostgresql.open do |port, directory|
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
        server.call("SET client_min_messages = error")
        server.call("CREATE TABLESPACE pier LOCATION '#{directory}/pier'")
        pairs("postgresql", EngineDesigns::Postgresql) do |&trial|
          server.call("DROP SCHEMA public CASCADE")
          server.call("CREATE SCHEMA public")
          trial.call(server)
        end
      end
    end
  end

  test "MariaDB goes there and back" do
    ThrowawayMariadb.open do |port|
      MariadbServer.open(host: "127.0.0.1", port:, username: "root") do |server|
        pairs("mariadb", EngineDesigns::Mariadb) do |&trial|
          server.call("DROP DATABASE IF EXISTS one")
          server.call("CREATE DATABASE one CHARACTER SET utf8mb4 COLLATE utf8mb4_general_ci")
          server.call("USE one")
          trial.call(server)
        end
      end
    end
  end

  private

  # Columns that stand in another order stay there, or are brought into it.
  PLAIN = Kelvath::Scripting::Recipes.usual
  ORDERED = PLAIN.with(column_order: "as designed")

  # opened: called for each pair of designs with a block that wants a connector to an empty database.
  def pairs(key, says, &opened)
    rows = 0
    (1..COUNT).each do |seed|
      start, goal, id = pair(key, says, seed)
      alteration = answered(start, goal, id, recipe: seed % 3 == 0 ? ORDERED : PLAIN)
      place = "#{key} #{seed}\n#{alteration.script.text}\n#{alteration.reverse.script.text}"
      opened.call do |database|
        account = tried(alteration, TrialEngine.new(key, database), place)
        rows += account.there.rows
        legs = [ account.there, account.back ]
        assert legs.all?(&:clean?), "#{place}\n#{legs.map { |leg| leg.differences.map(&:to_s) + leg.astray }}"
        estimated(alteration, database, place)
        told_apart(key, database, start, id, place)
      end
    end
    assert_operator rows, :>, COUNT * 4, "rows that are kept must be there first"
  end

  # Of half of the designs for PostgreSQL no table is spread over parts, so that each has rows.
  def pair(key, says, seed)
    whole = ->(kind, options, facts) {
      options = options.reject { |name, _| name.start_with?("partition by ") } if key == "postgresql" && seed.even?
      says.fits(kind, options, facts)
    }
    RandomChanges.new(Kelvath::Platforms.fetch(key).at(says::VERSION), seed, types: says.method(:types),
                      samples: says::SAMPLES, fits: whole).changed
  end

  # With what is asked answered, on the way there and on the way back.
  def answered(start, goal, id, recipe:)
    sides = [ start, goal ].map { |model| Kelvath::Altering::Side.new(model:, design_id: id) }
    asked = Kelvath::Altering.between(*sides, recipe:)
    needed = [ asked, asked.reverse ].flat_map(&:questions).select(&:needed)
    Kelvath::Altering.between(*sides, answers: needed.to_h { |each| answer(each) }, recipe:)
  end

  # What may have been renamed is taken for something new.
  def answer(question)
    question.lost ? [ [ question.lost, "lost" ], "yes" ] : [ [ question.about, question.kind ], question.example ]
  end

  def tried(alteration, engine, place)
    Kelvath::Altering::Trial.new(alteration, engine, ids: Ids).call
  rescue StatementFailed => error
    flunk "#{error.message}\n#{error.statement.sql}\n#{place}"
  end

  # Whatever counts rows beforehand is a question that the engine answers.
  def estimated(alteration, database, place)
    alteration.losses.filter_map(&:count).each { |sql| database.counted(sql) }
  rescue *database.class::REFUSED => error
    flunk "#{error.message}\n#{place}"
  end

  # What the database is after the way back says nothing else than the design: there is nothing to alter.
  def told_apart(key, database, start, id, place)
    catalog = Kelvath::Intake.catalog(key, database)
    told = Kelvath::Altering::Side.of_catalog(catalog, key, ids: Ids)
    again = Kelvath::Altering.between(told, Kelvath::Altering::Side.new(model: start, design_id: id))
    assert again.equal?, "#{place}\n#{again.script.text}"
  end
end
