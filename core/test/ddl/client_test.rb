# frozen_string_literal: true

require "core_test_helper"

# What clients want said around statements, and statements found again in what was written for them.
class ClientTest < CoreTest
  BODY = "CREATE TRIGGER t BEFORE INSERT ON berth FOR EACH ROW BEGIN SET @a = '//'; SET @b = 1; END"
  # { [platform, statements] => text }
  WRITTEN = {
    [ "mariadb", [ "SELECT ';'", BODY, "SELECT 1" ] ] =>
      "SELECT ';';\n\nDELIMITER $$\n#{BODY}\n$$\nDELIMITER ;\n\nSELECT 1;\n",
    [ "postgresql", [ BODY ] ] => "#{BODY};\n",
    [ "oracle", [ "SELECT 'a & b' FROM dual" ] ] => "SET DEFINE OFF;\n\nSELECT 'a & b' FROM dual;\n",
    [ "oracle", [ "SELECT 1\n\nFROM dual" ] ] => "SET SQLBLANKLINES ON;\n\nSELECT 1\n\nFROM dual;\n"
  }.freeze

  WRITTEN.each do |(key, sqls), text|
    define_method("test_#{key}_#{sqls.first[0, 12]}") do
      script = script(key, sqls.map { |sql| [ "statement", sql ] })
      assert_equal text, script.text
      assert_equal sqls, script.handed_out.map(&:sql)
      script.handed_out.each { |each| assert_includes text.lines.drop(each.line - 1).join, each.sql.lines.first }
    end
  end

  # What people wrote is taken apart as it is meant, and left where they said the delimiter themselves.
  def test_by_hand
    event = "CREATE EVENT e ON SCHEDULE EVERY 1 DAY DO BEGIN SELECT 1; SELECT 2; END"
    script = script("mariadb", [ [ "by hand", "#{event};\nSELECT 3;" ] ])
    assert_equal "DELIMITER //\n#{event}\n//\nSELECT 3\n//\nDELIMITER ;\n", script.text
    assert_equal [ [ event, 2 ], [ "SELECT 3", 4 ] ], script.handed_out.map { |each| [ each.sql, each.line ] }
    own = "DELIMITER |\n#{event}|\nDELIMITER ;"
    assert_equal [ "#{own}\n", [ event ] ], script("mariadb", [ [ "by hand", own ] ]).then { |each|
      [ each.text, each.handed_out.map(&:sql) ] }
  end

  # A table may be called as what holds statements is.
  def test_a_table_called_event
    text = "CREATE TABLE event (begin int); CREATE INDEX event ON event (begin); SELECT 1;"
    assert_equal 3, Ddl::Splitter.statements(text).size
  end

  private

  def script(key, statements)
    list = statements.map { |kind, sql| Ddl::Statement.new(kind, "", sql.dup) }
    Ddl::Script.new(heading: [], statements: list, platform: Platforms.fetch(key))
  end
end
