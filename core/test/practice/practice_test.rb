# frozen_string_literal: true

require "core_test_helper"

# A practice server's database: what it takes, what it refuses, and that its answers are what it holds.
class PracticeTest < CoreTest
  # { platform => [statements to begin with, { statement => how it is refused }] }
  CASES = {
    "oracle" => [
      [ "CREATE TABLE PIER (CODE CHAR(3) PRIMARY KEY, NAME VARCHAR2(40))",
        "CREATE TABLE FERRY (ID NUMBER(10) PRIMARY KEY, PIER CHAR(3) REFERENCES PIER (CODE))",
        "CREATE INDEX FERRY_OF ON FERRY (PIER)", "COMMENT ON COLUMN PIER.NAME IS 'As painted'",
        "CREATE VIEW PIERS AS SELECT CODE FROM PIER", "CREATE SEQUENCE NUMBERS START WITH 7" ],
      { "CREATE TABLE pier (x NUMBER)" => /ORA-00955/, "CREATE VIEW piers AS SELECT 1 FROM dual" => /ORA-00955/,
        "CREATE TABLE QUAY (ID WIBBLE(3))" => /ORA-00902/, "CREATE TABLE #{'Q' * 129} (ID NUMBER)" => /ORA-00972/,
        "CREATE TABLE QUAY (P CHAR(3) REFERENCES HARBOUR (CODE))" => /ORA-00942/,
        "ALTER TABLE HARBOUR ADD (X NUMBER)" => /ORA-/, "CREATE INDEX X ON HARBOUR (X)" => /ORA-/,
        "ALTER TABLE FERRY ADD CONSTRAINT F FOREIGN KEY (ID) REFERENCES HARBOUR (ID)" => /ORA-00942/,
        "DROP TABLE PIER" => /ORA-02449/, "DROP TABLE HARBOUR" => /ORA-/, "WIBBLE THE WOBBLE" => /ORA-/,
        "CREATE TABLE QUAY (ID NUMBER" => /ORA-/ }
    ],
    "sqlserver" => [
      [ "CREATE SCHEMA yard",
        "CREATE TABLE PIER (CODE char(3) PRIMARY KEY, NAME nvarchar(40) CONSTRAINT D DEFAULT 'x')",
        "CREATE TABLE yard.FERRY (ID int IDENTITY PRIMARY KEY, PIER char(3) REFERENCES PIER (CODE))",
        "CREATE INDEX FERRY_OF ON yard.FERRY (PIER DESC) INCLUDE (ID)", "CREATE VIEW PIERS AS SELECT CODE FROM PIER",
        "CREATE PROCEDURE GO_THERE AS BEGIN SELECT 1; SELECT 2; END", "CREATE SEQUENCE NUMBERS AS int START WITH 7" ],
      { "CREATE TABLE dbo.pier (x int)" => /2714/, "CREATE TABLE QUAY (ID WIBBLE(3))" => /2715/,
        "CREATE TABLE #{'Q' * 129} (ID int)" => /103/, "DROP TABLE PIER" => /3726/, "DROP TABLE HARBOUR" => /1767/,
        "ALTER TABLE PIER ADD CONSTRAINT F FOREIGN KEY (CODE) REFERENCES HARBOUR (CODE)" => /1767/,
        "CREATE TABEL X (Y int)" => /102/ }
    ],
    "snowflake" => [
      [ "CREATE SCHEMA YARD", "CREATE TABLE FERRY (ID NUMBER(10,0) PRIMARY KEY)", "USE SCHEMA PUBLIC",
        "CREATE TABLE PIER (CODE VARCHAR(3), FERRY NUMBER(10,0) REFERENCES YARD.FERRY (ID)) COMMENT = 'To land at'",
        "CREATE VIEW PIERS AS SELECT CODE FROM PIER" ],
      { "CREATE TABLE PIER (X INT)" => /42710/, "CREATE TABLE YARD.FERRY (X INT)" => /42710/,
        "CREATE TABLE QUAY (ID WIBBLE(3))" => /002040/, "DROP TABLE HARBOUR" => /002003/,
        "ALTER TABLE HARBOUR ADD COLUMN X INT" => /SQL compilation/, "USE SCHEMA DOCK" => /002043/ }
    ],
    "hive" => [
      [ "CREATE DATABASE yard COMMENT 'Behind'",
        "CREATE TABLE pier (code char(3), crew array<struct<no:int,name:string>>)",
        "CREATE TABLE yard.ferry (id int, PRIMARY KEY (id) DISABLE NOVALIDATE) PARTITIONED BY (day date) STORED AS ORC",
        "ALTER TABLE pier ADD CONSTRAINT f FOREIGN KEY (code) REFERENCES yard.ferry (id) DISABLE NOVALIDATE",
        "CREATE VIEW piers AS SELECT code FROM pier" ],
      { "CREATE TABLE pier (x int)" => /AlreadyExists/, "CREATE TABLE quay (id wibble(3))" => /10099/,
        "DROP TABLE harbour" => /not found/, "USE dock" => /NoSuchDatabase/,
        "CREATE TABEL x (y int)" => /ParseException/ }
    ]
  }.freeze

  def database(platform, statements = CASES.fetch(platform).first)
    Practice::Database.of(Platforms.fetch(platform), statements)
  end

  def read(platform, database, **given) = Intake.catalog(platform, ->(sql) { database.ask(sql) }, **given)

  # A catalog as a design, from which it is compared.
  def side(platform, catalog) = Altering::Side.of_catalog(catalog, platform, ids:)

  CASES.each do |platform, (_, refused)|
    refused.each do |sql, words|
      define_method("test_#{platform}_refuses_#{sql[0, 50]}") do
        made = database(platform)
        before, taken = read(platform, made), made.statements.dup
        assert_match words, assert_raises(Practice::Refused) { made.run(sql) }.message
        assert_equal [ taken, before.tables ], [ made.statements, read(platform, made).tables ]
        made.run("CREATE TABLE BUOY (ID INT)")
        assert_equal before.tables.size + 1, read(platform, made).tables.size
      end
    end

    # What is told is what is held; and from its statements it is the same again.
    define_method("test_#{platform}_tells_what_it_holds") do
      made = database(platform)
      told = side(platform, made.catalog)
      catalog = read(platform, made)
      assert_empty Proof.differences(told.model, told.design_id, catalog, ids:).map(&:to_s)
      assert_empty catalog.log.select { |each| each.level == :warning }.map(&:message)
      again = Practice::Database.new(Platforms.fetch(platform), statements: made.statements)
      assert_equal catalog.tables, read(platform, again).tables
      assert_raises(Practice::Refused) { made.ask("SELECT * FROM somewhere") }
      assert_some(platform, made, catalog)
    end

    define_method("test_the_ferries_run_on_#{platform}_and_are_read_as_they_were_designed") do
      derived = Derivation.derive(ferries, platform:, ids:)
      model = derived.change_set.apply(ferries)
      made = database(platform, Ddl.script(model, derived.design_id).handed_out.map(&:sql))
      catalog = read(platform, made)
      assert_empty Proof.differences(model, derived.design_id, catalog, ids:).map(&:to_s)
      told, = Joining.read(catalog, platform:, ids:, model:, design_id: derived.design_id,
                                    standard: Naming::Standard.plain)
      assert_empty Joining::Plan.new(model, told, design_id: derived.design_id).offers.map(&:said)
    end
  end

  # A scope takes what it says; what that refers to is outside.
  def assert_some(platform, made, whole)
    pier = whole.tables.find { |each| each.name.casecmp?("pier") }
    part = read(platform, made, scope: Intake::Scope.of("kinds" => %w[table], "with" => "", "only" => "*er*"))
    assert_equal whole.tables.map(&:title).sort, part.tables.map(&:title).sort
    part = read(platform, made, scope: Intake::Scope.of("only" => "ferry,FERRY"))
    ferry = whole.tables.find { |each| each.name.casecmp?("ferry") }
    assert_equal [ [ ferry ].map(&:title), 0 ], [ part.tables.map(&:title), part.views.size ]
    listing = Intake.list(platform, ->(sql) { made.ask(sql) })
    assert_equal whole.tables.size + whole.views.size + whole.sequences.size + whole.routines.size, listing.items.size
    assert_includes listing.items.map(&:key), "table #{pier.title}"
  end

  # What an administrator sends as CSV is read as over a connection.
  CASES.each_key do |platform|
    define_method("test_answers_of_#{platform}_as_csv") do
      made = database(platform)
      known = Platforms.fetch(platform)
      answers = known.catalog_reader::QUESTIONS.to_h do |name, (sql, columns)|
        [ "kelvath-#{name}.csv", sql.empty? ? later(name, made) : csv(columns, made.ask(sql).map(&:values)) ]
      end
      query = Intake::Questionnaire.new(known).query(answers)
      [ nil, Intake::Scope.of("only" => "FERRY,ferry") ].each do |scope|
        whole, answered = read(platform, made, scope:), Intake.catalog(platform, query, scope:)
        %i[tables views sequences routines domains schemas version].each do |list|
          assert_equal [ list, whole.public_send(list) ], [ list, answered.public_send(list) ]
        end
      end
    end
  end

  def csv(columns, rows) = [ columns, *rows ].map { |row| CSV.generate_line(row) }.join

  # Answers that follow from others, each with its heading.
  def later(name, made)
    listing = Intake.list("hive", ->(sql) { made.ask(sql) }).items
    questions = { "described" => [ "DESCRIBE DATABASE yard" ],
                  "shown" => listing.map { |item| "SHOW CREATE TABLE #{item.schema || 'telemetry'}.#{item.name}" } }
    questions.fetch(name).map { |sql| made.ask(sql).then { |rows| csv(rows.first.keys, rows.map(&:values)) } }.join
  end

  def test_what_a_role_sees
    made = database("snowflake", [ "CREATE SCHEMA MART", "CREATE TABLE FACT (A INT)", "CREATE SCHEMA LANDING",
                                   "CREATE TABLE LOG (A INT)" ])
    reader = ->(role) { Intake.catalog("snowflake", ->(sql) { made.ask(sql, role:) }) }
    assert_equal [ %w[MART.FACT LANDING.LOG], %w[MART.FACT] ],
                 [ reader.(""), reader.("analyst") ].map { |each| each.tables.map(&:title) }
  end

  def test_no_rows_are_kept_and_names_are_looked_for_first
    made = database("snowflake")
    refute made.run("INSERT INTO PIER VALUES ('ONE', NULL)").first
    refute made.run("CREATE TABLE IF NOT EXISTS PIER (X INT)").first
    made.run("CREATE OR REPLACE TABLE PIER (X INT)")
    assert_equal %w[X], read("snowflake", made).tables.find { |each| each.name == "PIER" }.columns.map(&:name)
  end
end
