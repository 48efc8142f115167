# frozen_string_literal: true

require "core_test_helper"

# A practice server's database: what it takes, what it refuses, and that its answers are what it holds.
class PracticeTest < CoreTest
  BEGIN_WITH = [ "CREATE TABLE PIER (CODE CHAR(3) PRIMARY KEY, NAME VARCHAR2(40))",
                 "CREATE TABLE FERRY (ID NUMBER(10) PRIMARY KEY, PIER CHAR(3) REFERENCES PIER (CODE))",
                 "CREATE INDEX FERRY_OF ON FERRY (PIER)", "COMMENT ON COLUMN PIER.NAME IS 'As painted'",
                 "CREATE VIEW PIERS AS SELECT CODE FROM PIER", "CREATE SEQUENCE NUMBERS START WITH 7" ].freeze

  def database(statements = BEGIN_WITH)
    Practice::Database.new(Platforms.fetch("oracle"), home: "HSOPS").tap { |made| statements.each { |sql| made.run(sql) } }
  end

  def read(database) = Intake.catalog("oracle", ->(sql) { database.ask(sql) })

  { "CREATE TABLE pier (x NUMBER)" => /ORA-00955/, "CREATE VIEW piers AS SELECT 1 FROM dual" => /ORA-00955/,
    "CREATE TABLE QUAY (ID WIBBLE(3))" => /ORA-00902/, "CREATE TABLE #{'Q' * 129} (ID NUMBER)" => /ORA-00972/,
    "CREATE TABLE QUAY (P CHAR(3) REFERENCES HARBOUR (CODE))" => /ORA-00942/,
    "ALTER TABLE HARBOUR ADD (X NUMBER)" => /ORA-/, "CREATE INDEX X ON HARBOUR (X)" => /ORA-/,
    "ALTER TABLE FERRY ADD CONSTRAINT F FOREIGN KEY (ID) REFERENCES HARBOUR (ID)" => /ORA-00942/,
    "DROP TABLE PIER" => /ORA-02449/, "DROP TABLE HARBOUR" => /ORA-/, "WIBBLE THE WOBBLE" => /ORA-/,
    "CREATE TABLE QUAY (ID NUMBER" => /ORA-/ }.each do |sql, words|
    define_method("test_refuses_#{sql[0, 50]}") do
      made = database
      before = read(made)
      assert_match words, assert_raises(Practice::Refused) { made.run(sql) }.message
      assert_equal [ BEGIN_WITH, before.tables ], [ made.statements, read(made).tables ]
      made.run("CREATE TABLE QUAY (ID NUMBER(5))")
      assert_equal %w[FERRY PIER QUAY], read(made).tables.map(&:name).sort
    end
  end

  def test_it_tells_what_it_holds_and_is_the_same_from_its_statements
    made = database
    catalog = read(made)
    assert_equal [ %w[PIER FERRY], %w[PIERS], [ [ "NUMBERS", 7 ] ], "As painted", %w[FERRY_OF] ],
                 [ catalog.tables.map(&:name), catalog.views.map(&:name),
                   catalog.sequences.map { |each| [ each.name, each.first ] }, catalog.tables[0].columns[1].comment,
                   catalog.tables[1].indexes.map(&:name) ]
    again = Practice::Database.new(Platforms.fetch("oracle"), home: "HSOPS", statements: made.statements)
    assert_equal catalog.tables, read(again).tables
    refute made.run("INSERT INTO PIER VALUES ('ONE', NULL)")
    assert_raises(Practice::Refused) { made.ask("SELECT * FROM v$session") }
  end

  def test_the_ferries_run_there_and_are_read_as_they_were_designed
    derived = Derivation.derive(ferries, platform: "oracle", ids:)
    model = derived.change_set.apply(ferries)
    made = database(Ddl.script(model, derived.design_id).handed_out.map(&:sql))
    assert_empty Proof.differences(model, derived.design_id, read(made), ids:).map(&:to_s)
  end
end
