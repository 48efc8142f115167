# frozen_string_literal: true

require "test_helper"
require "open3"

# A database from when every kind of element had a table of its own, and before control characters were mended, opens
# with nothing lost.
class OldDatabaseTest < ActiveSupport::TestCase
  self.use_transactional_tests = false

  BEFORE = "20261125000001"
  ROWS = {
    models: { id: "M", name: "Old", sort: "model", revision: 0, ready: 1, created_at: "2026-03-01",
              updated_at: "2026-03-01" },
    element_headers: { model_id: "M", id: "H", name: "Old" },
    element_entities: { model_id: "M", id: "E", name: "Vessel", definition: "A \a ship." },
    element_attributes: { model_id: "M", id: "A", parent_id: "E", name: "Name", type: "text", length: 30, mandatory: 1,
                          position: 2 },
    element_identifiers: { model_id: "M", id: "I", parent_id: "E", name: "Primary", primary: 1, member_ids: '["A"]' },
    element_relationships: { model_id: "M", id: "R", from_id: "E", to_id: "E", from_least: 0, from_most: 1, to_least: 0,
                             to_most: nil, identifying: 0 },
    element_designs: { model_id: "M", id: "D", name: "PostgreSQL", platform: "postgresql",
                       base: [ Zlib.deflate("[]") ].pack("m0") },
    element_tables: { model_id: "M", id: "T", parent_id: "D", name: "vessel", source_id: "E" },
    element_foreign_keys: { model_id: "M", id: "F", parent_id: "T", name: "fk", column_ids: '["C"]',
                            target_table_id: "T", target_column_ids: '["C"]' },
    element_columns: { model_id: "M", id: "C", parent_id: "T", name: "nm", native_type: "varchar(30)", mandatory: 0,
                       position: 1.5 },
    element_checks: { model_id: "M", id: "K", parent_id: "T", name: "ck", condition: "nm <> ''" },
    element_diagrams: { model_id: "M", id: "G", name: "PostgreSQL", stage: "physical", design_id: "D" },
    element_diagram_nodes: { model_id: "M", id: "N", parent_id: "G", element_id: "T", x: 12.5, y: -3 }
  }.freeze

  setup do
    @path = Rails.root.join("tmp/old.sqlite3").to_s
    FileUtils.rm_f(Dir["#{@path}*"])
    @environment = { "RAILS_ENV" => "production", "KELVATH_DATABASE" => @path, "SECRET_KEY_BASE" => "x" * 64,
                     "KELVATH_ONE_RUN" => "yes" } # loads what it needs, and no more
  end

  teardown { FileUtils.rm_f(Dir["#{@path}*"]) }

  test "every element is there, in its part" do
    rails("db:migrate", "VERSION=#{BEFORE}")
    SQLite3::Database.new(@path) do |database|
      ROWS.each do |table, row|
        database.execute(
          "INSERT INTO #{table} (#{row.keys.map { |name| %("#{name}") }.join(', ')}) " \
          "VALUES (#{([ '?' ] * row.size).join(', ')})", row.values
        )
      end
    end
    rails("db:migrate")
    elements = JSON.parse(rails("runner",
                                "puts JSON.generate(StoredModel.find('M').model.elements.transform_values(&:to_h))"))

    assert_equal ROWS.except(:models).values.map { |row| row[:id] }.sort, elements.keys.sort
    assert_equal({ "kind" => "attribute", "id" => "A", "within" => "E", "name" => "Name", "type" => "text",
                   "length" => 30, "mandatory" => true, "position" => 2.0 }, elements["A"])
    assert_equal "A   ship.", elements["E"]["definition"] # a control character is no text
    assert_equal [ [ "A" ], true ], elements["I"].values_at("member_ids", "primary")
    assert_equal [ "C" ], elements["F"]["column_ids"]
    assert_equal "#{Kelvath::Metamodel::Expression.reference("C")} <> ''", elements["K"]["condition"]
    assert_equal({ "base" => "varchar", "arguments" => [ 30 ] }, elements["C"]["native_type"])
    base = "KeptBase.of(StoredModel.find('M').model['D']).elements.inspect"
    assert_equal "[]", rails("runner", "puts #{base}").lines.last.strip
    assert_equal [ 12.5, -3.0 ], elements["N"].values_at("x", "y")
    assert_equal({ "D" => %w[C D F G K N T], "main" => %w[A E H I R] }, parts)
  end

  private

  def rails(*command)
    out, status = Open3.capture2e(@environment, "bin/rails", *command)
    assert_predicate status, :success?, out
    out
  end

  def parts
    SQLite3::Database.new(@path) { |database| return database.execute("SELECT part, id FROM elements ORDER BY id")
      .group_by(&:first).transform_values { |rows| rows.map(&:last) } }
  end
end
