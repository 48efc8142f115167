# frozen_string_literal: true

require "core_test_helper"

# Bytes as text, statements told apart, and what is told of what is wrong.
class SourceTest < CoreTest
  TEXT = "CREATE TABLE båt (a int); -- é"

  ENCODED = {
    "UTF-8" => TEXT, "UTF-8 with a mark" => "\u{FEFF}#{TEXT}", "CRLF" => TEXT.sub("(", "(\r\n"),
    "UTF-16LE" => TEXT.encode("UTF-16LE"), "UTF-16BE" => TEXT.encode("UTF-16BE"),
    "UTF-16 with a mark" => "\u{FEFF}#{TEXT}".encode("UTF-16LE"), "ISO-8859-1" => TEXT.encode("ISO-8859-1"),
    "Windows-1252" => "#{TEXT} – “so”".encode("Windows-1252"), "NULs within" => TEXT.sub("TABLE", "TA\0BLE")
  }.freeze

  def test_encodings
    ENCODED.each do |name, bytes|
      source = Reading::Source.of("x.sql", bytes.b)
      table = Reading.read([ source ], platform: Platforms.fetch("sqlite")).catalog.tables.first
      assert_equal [ "båt", %w[a] ], [ table&.name, table&.columns&.map(&:name) ], name
    end
  end

  def test_what_is_no_script_is_refused_by_its_name
    { "" => /x\.sql: This is empty/, " \n\0" => /empty/, Random.new(1).bytes(900) => /no text/ }.each do |bytes, words|
      assert_match words, assert_raises(UnreadableFile) { Reading::Source.of("x.sql", bytes) }.message
    end
  end

  # [script, platform, line of the warning, its words]; what stands around it is read all the same.
  TROUBLES = [
    [ "create table a (x int);\ncreate table b (y int,\n  ??? z, w int);\ncreate table c (v int);", "postgresql", 3,
      /A column's name is expected here. “\?\?\? z, w int\);” is passed over from column 3/ ],
    [ "create table a (x int);\ninsert into a values ('it''s);\ncreate table b (y int);\ncreate table c (z int);",
      "mysql", 2, /quotation mark that begins here has no end/ ],
    [ "create table a (x int);\ncreate table b (y int); create table c (z int);\n/* no end", "sqlite", 3,
      /comment that begins here has no end/ ],
    [ "create table a (x int); create table b (x int);\ncreate table c (z int, foreign key (z, q) references a (x));",
      "sqlite", 2, /no column q in c/ ],
    [ "create table a (x int, x text); create table b (y int); create table c (#{'(' * 5_000} int);", "sqlite", 1,
      /“\)” is expected here/ ],
    [ "wibble wobble;\ncreate table a (x int); create table b (y int); create table c (z int);", "oracle", 1,
      /“wibble wobble” begins no statement that is known|“wibble wobble;” begins no statement/ ],
    [ "create table a (x int); create table b (y int); create table c (z int);\nalter table nowhere add q int;",
      "mariadb", 2, /There is no nowhere here/ ]
  ].freeze

  TROUBLES.each_with_index do |(text, platform, line, words), index|
    define_method("test_trouble_#{index + 1}") do
      result = Reading.read([ Reading::Source.new(name: "x", text:) ], platform: Platforms.fetch(platform))
      warning = result.catalog.log.find { |each| each.level == :warning }
      assert_match words, warning&.message
      assert_equal line, warning.line
      assert_equal %w[a b c], result.catalog.tables.map(&:name).sort
    end
  end

  def test_names_of_any_length_come_in_shortened
    text = "create table #{'x' * 10_000} (#{'y' * 10_000} int);"
    catalog = Reading.read([ Reading::Source.new(name: "", text:) ]).catalog
    taken = Starting.from_catalog("X", catalog, platform: "sqlite", ids:)
    assert_operator taken.model.all(:table).first.name.length, :<=, 1_000
  end

  # Whose scripts these are, by their words.
  SIGNS = { "CREATE TABLE `a` (`b` int) ENGINE=InnoDB" => "mariadb",
            "CREATE TABLE [dbo].[a] ([b] int)\nGO" => "sqlserver",
            "CREATE TABLE a (b VARCHAR2(9))\n/" => "oracle", "CREATE TABLE a (b serial, c jsonb)" => "postgresql",
            "CREATE TABLE a (id INTEGER PRIMARY KEY AUTOINCREMENT)" => "sqlite",
            "CREATE OR REPLACE TRANSIENT TABLE a (b VARIANT)" => "snowflake",
            "CREATE EXTERNAL TABLE a (b string) STORED AS ORC" => "hive" }.freeze

  def test_whose_script_it_is_is_told_with_the_reason
    SIGNS.each do |text, key|
      found, _, why = Reading::Detection.platform([ Reading::Source.new(name: "", text:) ])
      assert_equal key, found.key, text
      assert_match(/\AIt was taken for .+ by “/, why)
    end
    assert_match(/Nothing in it tells/, Reading::Detection.platform([ Reading::Source.new(name: "", text: "x") ]).last)
  end

  def test_rows_by_the_thousand_are_passed_over_with_what_stands_in_them
    rows = "INSERT INTO a VALUES (1, 'create table no (x int); it''s');\n" * 3_000
    text = "CREATE TABLE a (x int);\n#{rows}COPY a FROM stdin;\n1;\t'\n\\.\nCREATE TABLE b (y int);"
    result = Reading.read([ Reading::Source.new(name: "", text:) ], platform: Platforms.fetch("postgresql"))
    assert_equal %w[a b], result.catalog.tables.map(&:name)
    assert_equal 3_005, result.lines[result.catalog.tables.last].last
  end
end
