# frozen_string_literal: true

require "core_test_helper"

# Where the columns of a query come from.
class QueryTest < CoreTest
  TABLES = { "tide" => %w[id height day], "berth" => %w[no tide_id depth], "ferry" => %w[id name] }.freeze

  # query => "name: sources", each column after the other; then what could not be told
  CASES = {
    "SELECT id, height FROM tide" => "id: tide.id; height: tide.height",
    "SELECT t.id AS no, t.height * 2 twice, 'x' AS kind FROM main.tide AS t" =>
      "no: tide.id; twice: tide.height; kind:",
    "SELECT * FROM tide JOIN berth b ON b.tide_id = tide.id" =>
      "id: tide.id; height: tide.height; day: tide.day; no: berth.no; tide_id: berth.tide_id; depth: berth.depth",
    "SELECT b.*, count(*) FROM berth b, ferry GROUP BY 1" =>
      "no: berth.no; tide_id: berth.tide_id; depth: berth.depth; :",
    "SELECT no + height AS sum, name FROM (tide JOIN berth ON tide.id = tide_id) LEFT JOIN ferry f USING (id)" =>
      "sum: berth.no, tide.height; name: ferry.name",
    "SELECT x.a, x.b FROM (SELECT id AS a, max(height) OVER (PARTITION BY day) AS b FROM tide) x" =>
      "a: tide.id; b: tide.height, tide.day",
    "SELECT id FROM tide UNION ALL SELECT no FROM berth UNION SELECT id FROM ferry ORDER BY 1" =>
      "id: tide.id, berth.no, ferry.id",
    "WITH high (n, h) AS (SELECT id, height FROM tide), low AS MATERIALIZED (SELECT n FROM high) " \
    "SELECT h, low.n FROM high JOIN low ON low.n = high.n" => "h: tide.height; n: tide.id",
    "WITH RECURSIVE up AS (SELECT id FROM tide UNION SELECT u.id FROM up u) SELECT id FROM up" => "id: tide.id",
    "SELECT (SELECT max(depth) FROM berth WHERE tide_id = tide.id) AS deep FROM tide" => "deep: berth.depth",
    "SELECT CASE WHEN height > 3 THEN day ELSE NULL END band, EXTRACT(DAY FROM day), CAST(id AS text) FROM tide" =>
      "band: tide.height, tide.day; : tide.day; : tide.id",
    "SELECT height::numeric(4,1), \"day\" FROM tide WHERE EXISTS (SELECT 1 FROM berth WHERE tide_id = id)" =>
      ": tide.height; day: tide.day",
    "SELECT TOP 5 [id], `height` AS 'how high' FROM tide WITH (NOLOCK)" => "id: tide.id; how high: tide.height",
    "SELECT d.id, gone, t.wrong FROM elsewhere.depth d CROSS JOIN tide t" =>
      "id:; gone:; wrong: | elsewhere.depth t.wrong",
    "SELECT height AS high, max(at.no) FROM tide JOIN berth at ON LEFT(day, 1) = 'x', ferry GROUP BY high" =>
      "high: tide.height; : berth.no",
    "SELECT wibble FROM tide" => "wibble: | wibble",
    "SELECT d.* FROM depth d" => "*: | depth",
    "SELECT g FROM generate_series(1, 9) AS g, LATERAL (SELECT height FROM tide WHERE id = g) x" => "g:",
    "VALUES (1, 2)" => "", "" => "", "SELECT" => "", "SELECT (((((" => ":", "WITH" => "", "SELECT id FROM" => "id: | id"
  }.freeze

  CASES.each do |text, expected|
    define_method("test_#{text[0, 60]}") do
      known = lambda do |parts|
        columns = TABLES[parts.last] or next
        Ddl::Query::Table.new(id: parts.last, columns: columns.map { |name| [ name, "#{parts.last}.#{name}" ] })
      end
      query = Ddl::Query.new(text, known)
      told = query.columns.map { |each| "#{each.name}: #{each.sources.join(', ')}".strip }.join("; ")
      unknown = query.unknown_tables + query.unknown_columns
      assert_equal expected, [ told, *(unknown.join(" ") if unknown.any?) ].join(" | ")
    end
  end

  def test_any_depth_ends
    [ "(" * 5000, "SELECT (" * 5000, "SELECT * FROM (" * 5000, "WITH a AS (" * 5000 ].each do |text|
      assert Ddl::Query.new(text, ->(_) { nil }).columns
    end
  end
end
