# frozen_string_literal: true

require "test_helper"
require "support/throwaway_postgresql"
require "support/throwaway_mariadb"
require "support/engine_designs"
require Rails.root.join("core/test/platforms/random_design")
require Rails.root.join("demo/hsops")

# Designs on real engines: what the catalog says after the script has run is the design. The demo, the old system, and
# designs made at random of whatever the platform declares.
class EnginesTest < ActiveSupport::TestCase
  COUNT = Integer(ENV.fetch("DESIGNS", 40))

  test "SQLite makes what a design says" do
    prove("sqlite", EngineDesigns::Sqlite) do |script|
      database = SQLite3::Database.new(":memory:", results_as_hash: true)
      script.statements.each { |statement| database.execute(statement.sql) }
      Kelvath::Intake.catalog("sqlite", ->(sql) { database.execute(sql) })
    end
  end

  test "PostgreSQL makes what a design says" do
    ThrowawayPostgresql.open do |port, directory|
      PostgresqlServer.open(host: "127.0.0.1", port:, user: "kelvath", dbname: "postgres") do |server|
        server.call("SET client_min_messages = error")
        server.call("CREATE TABLESPACE pier LOCATION '#{directory}/pier'")
        prove("postgresql", EngineDesigns::Postgresql) do |script|
          server.call("DROP SCHEMA public CASCADE")
          server.call("CREATE SCHEMA public")
          server.run(script)
          Kelvath::Intake.catalog("postgresql", server)
        end
      end
    end
  end

  test "MariaDB makes what a design says" do
    ThrowawayMariadb.open do |port|
      MariadbServer.open(host: "127.0.0.1", port:, username: "root") do |server|
        prove("mariadb", EngineDesigns::Mariadb) do |script|
          server.call("DROP DATABASE IF EXISTS one")
          server.call("CREATE DATABASE one CHARACTER SET utf8mb4 COLLATE utf8mb4_general_ci")
          server.call("USE one")
          server.run(script)
          Kelvath::Intake.catalog("mariadb", server)
        end
      end
    end
  end

  private

  # Yields each script and expects the catalog of what it made.
  def prove(key, says)
    platform = Kelvath::Platforms.fetch(key).at(says::VERSION)
    known = [ ferries.model, hsops ].map do |model|
      derived = Kelvath::Derivation.derive(model, platform: key, ids: Ids)
      [ derived.change_set.apply(model), derived.design_id ]
    end
    known += chosen(key)
    random = (1..COUNT).map { |seed|
      RandomDesign.new(platform, seed, types: says.method(:types), samples: says::SAMPLES,
fits: says.method(:fits)).build
    }
    (known + random).each_with_index do |(model, design_id), number|
      script = Kelvath::Ddl.script(model, design_id)
      place = "#{key}, seed #{number - 1}"
      catalog = made(script, place) { yield script }
      assert_empty script.heading.grep(/Left out/), place
      assert_empty Kelvath::Proof.differences(model, design_id, catalog, ids: Ids).map(&:to_s),
"#{place}\n#{script.text}"
    end
    (known + random.first(COUNT / 10)).each_with_index do |(model, design_id), number|
      RECIPES.each { |values| again(model, design_id, values, "#{key} #{number} #{values}") { |script| yield script } }
    end
    assert_said(platform, random, says)
  end

  RECIPES = [ { repeatable: true, foreign_keys: "inside" }, { drops: "if there", quoting: "always", keywords: "lower" },
              { repeatable: true, terminator: "on a line", keywords: "lower" } ].freeze

  # What a recipe makes, run twice, is the design.
  def again(model, design_id, values, place)
    recipe = Kelvath::Metamodel::Recipe.new(id: "R", name: "R", **values)
    once = Kelvath::Scripting::Composition.new(model, design_id, recipe).script
    twice = Kelvath::Ddl::Script.new(heading: [], statements: (once.statements * 2).map(&:dup))
    catalog = made(twice, place) { yield twice }
    assert_empty Kelvath::Proof.differences(model, design_id, catalog, ids: Ids).map(&:to_s), "#{place}\n#{once.text}"
  end

  # The same design by other choices, each of them once.
  def chosen(key)
    model, design_id = ferries.model, Ids.next
    groups = model.all(:subtype_group).map(&:id)
    [ { "subtypes" => groups.to_h { |id| [ id, "one table" ] }, "numbered keys" => "all", "order" => "by name",
        "columns" => "Seen At: timestamp, mandatory" },
      { "subtypes" => groups.to_h { |id| [ id, "leaves" ] }, "numbered keys" => "not a number",
        "allowed values" => "lookup tables" }, { "allowed values" => "enumerated types" } ].map do |given|
      design = Kelvath::Metamodel::Design.new(id: design_id, name: "Chosen", platform: key)
      changed = Kelvath::Derivation::Choices.change(model.updated(put: [ design ], drop: []), design_id, given)
                                            .apply(model.updated(put: [ design ], drop: []))
      made, = Kelvath::Derivation.made(changed, changed.fetch(design_id))
      [ changed.updated(put: made, drop: []), design_id ]
    end
  end

  def made(script, place)
    yield
  rescue StandardError => error
    flunk "#{place}: #{error.message}\n#{error.backtrace.first(4).join("\n")}\n#{script.text}"
  end

  # Has every option that the platform declares stood in some design?
  def assert_said(platform, designs, says)
    said = designs.flat_map { |model, _| model.elements.values.flat_map { |element|
      element.values.fetch(:options, {}).keys.map { |name| [ element.kind, name ] }
    } }.uniq
    declared = platform.class::OPTIONS.select { |option|
 platform.option?(option) }.map { |each| [ each.of, each.name ] }
    assert_empty declared - said - says::UNSAID if COUNT >= 200
  end

  def hsops
    database = SQLite3::Database.new(":memory:", results_as_hash: true)
    database.execute_batch(File.read(Demo::Hsops::SCHEMA))
    catalog = Kelvath::Intake.catalog("sqlite", ->(sql) { database.execute(sql) })
    Kelvath::Starting.from_catalog("HSOPS", catalog, platform: "sqlite", ids: Ids).model
  end
end
