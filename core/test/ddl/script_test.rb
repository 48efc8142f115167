# frozen_string_literal: true

require "core_test_helper"

class ScriptTest < CoreTest
  def test_the_script_of_a_small_design
    base = model("Each Vessel may make many Sailings.", Vessel: [ "Hull Number: text(12): *" ],
                 Sailing: [ "Day: date: *" ])
    assert_equal <<~SQL, script(base, "sqlite").lines.drop(3).join
      CREATE TABLE vessel (
        hull_number varchar(12) NOT NULL,
        CONSTRAINT pk_vessel PRIMARY KEY (hull_number)
      );

      CREATE TABLE sailing (
        day date NOT NULL,
        vessel_hull_number varchar(12) NOT NULL,
        CONSTRAINT pk_sailing PRIMARY KEY (day),
        CONSTRAINT fk_sailing_vessel FOREIGN KEY (vessel_hull_number) REFERENCES vessel (hull_number)
      );

      CREATE INDEX ix_sailing_vessel_hull_number ON sailing (vessel_hull_number);
    SQL
  end

  def test_hostile_text_stays_text
    base = model("Vessel", Vessel: [ "Order: integer: *" ])
    draft = Draft.new(base, ids:)
    draft.set(entity(base, "Vessel").id, name: 'Robert"); DROP TABLE vessel;--',
              definition: "One\nDROP TABLE a;\r\nDROP TABLE b;\u2028DROP TABLE c; it's")
    sqlite = script(draft.model, "sqlite")
    sqlite.lines.grep(/DROP/).each { |line| assert_match(/\A(-- |CREATE TABLE robert_drop_table_vessel)/, line) }
    assert_includes sqlite, '"order" int'
    assert_includes script(draft.model, "postgresql"), "it''s'"
    assert_equal [ "a\"b", "\"a\"\"b\"", "\"Mixed\"", "plain" ],
                 [ 'a"b', *[ 'a"b', "Mixed", "plain" ].map { |name| Platforms.fetch("postgresql").quote(name) } ]
  end

  def test_referenced_tables_come_first_and_circles_do_not_hang
    base = model("Each A may own many B.", "Each B may own many C.", "Each C may own many A.", A: [ "K: integer: *" ],
                 B: [ "K: integer: *" ], C: [ "K: integer: *" ])
    assert_equal 3, script(base, "sqlite").scan("CREATE TABLE").size
    order = script(ferries, "sqlite").scan(/CREATE TABLE (\w+)/).flatten
    assert_operator order.index("harbour"), :<, order.index("berth")
    assert_operator order.index("berth"), :<, order.index("sailing")
  end

  def test_statements_say_the_line_they_begin_on
    found = Ddl.script(*derived(ferries, "postgresql"))
    lines = found.text.lines
    found.statements.each do |statement|
      assert_equal statement.sql.lines.first.chomp, lines[statement.line - 1].chomp.delete_suffix(";"), statement.name
    end
  end

  def test_output_is_the_same_every_time
    assert_equal script(ferries, "postgresql"), script(ferries, "postgresql")
  end
end
