# frozen_string_literal: true

require "core_test_helper"

# What other people wrote goes into a script whole or not at all.
class PieceTest < CoreTest
  FAULTS = {
    [ "1); DROP TABLE fare", :expression ] => /brackets/,
    [ "1; DROP TABLE fare", :expression ] => /more than one statement/,
    [ "1, other int", :expression ] => /more than one expression/,
    [ "(1", :expression ] => /brackets/, [ "'it", :expression ] => /quotation mark/,
    [ '"it', :expression ] => /quotation mark/, [ "1 /* and", :expression ] => /comment that is not closed/,
    [ "-- nothing", :expression ] => /is empty/, [ "int, x int", :type ] => /more than one expression/,
    [ "SELECT 1; DROP TABLE fare", :query ] => /more than one statement/,
    [ "DROP TABLE fare", :query ] => /does not begin with SELECT or WITH or VALUES/,
    [ "DESC", :index ] => /begin with ON/, [ "SELECT ';", :query ] => /quotation mark/
  }.freeze
  WHOLE = { [ "datetime('now')", :expression ] => "datetime('now')",
            [ "SELECT 1 -- why", :query ] => "SELECT 1 -- why\n", [ "SELECT 1; -- why", :query ] => "SELECT 1",
            [ "(SELECT 1);", :query ] => "(SELECT 1)",
            [ "WITH a AS (SELECT ';') SELECT * FROM a /* end */", :query ] =>
              "WITH a AS (SELECT ';') SELECT * FROM a /* end */", [ "numeric(9,2)", :type ] => "numeric(9,2)",
            [ "ON fare (band) WHERE band IN ('a', 'b')", :index ] => "ON fare (band) WHERE band IN ('a', 'b')",
            [ "é = 'ü' -- x\n", :expression ] => "é = 'ü' -- x\n" }.freeze

  def test_what_is_no_whole_piece_is_told_why
    FAULTS.each { |(text, kind), why| assert_match why, Ddl::Piece.new(text, kind).fault.to_s, text }
    WHOLE.each do |(text, kind), written|
      assert_equal [ nil, written ], Ddl::Piece.new(text, kind).then { |piece| [ piece.fault, piece.written ] }, text
    end
  end

  def test_defaults_that_are_no_literals_get_brackets_in_sqlite
    { "datetime('now')" => "(datetime('now'))", "(1 + 2)" => "(1 + 2)", "(1) + (2)" => "((1) + (2))", "-1.5" => "-1.5",
      "'a'" => "'a'", "x'00'" => "x'00'", "current_date" => "current_date" }.each do |typed, written|
      assert_includes design("sqlite", default_value: typed), "name text DEFAULT #{written}", typed
      assert_includes design("postgresql", default_value: typed), "name text DEFAULT #{typed}"
    end
    assert_equal [ "datetime('now')", "1", "(1) + (2)" ],
                 [ "( datetime('now') )", "((1))", "(1) + (2)" ].map { |text| Ddl::Piece.new(text, :expression).bare }
  end

  def test_a_script_leaves_out_what_would_run_away_and_says_so
    text = design("sqlite", default_value: "1); DROP TABLE payroll; --") do |draft, of|
      draft.add(:view, parent_id: of, name: "fares", query: "SELECT 1; DROP TABLE payroll")
    end
    refute_includes text.lines.reject { |line| line.start_with?("--") }.join, "payroll"
    assert_match(/^-- Left out: the default of column .*vessel · name has brackets that do not match\.$/, text)
    assert_match(/^-- Left out: the query of view fares holds more than one statement\.$/, text)
  end

  # A comment at the end of a piece swallows nothing: the statements that are read back are those that were written.
  def test_what_is_handed_out_is_what_was_written
    script = nil
    design("sqlite", default_value: "1 -- one") do |draft, of|
      draft.add(:view, parent_id: of, name: "a", query: "SELECT 1 -- ; no end", position: 1.0)
      draft.add(:view, parent_id: of, name: "é", query: "SELECT ';' AS x", position: 2.0)
      script = -> { Ddl.script(draft.model, of) }
    end
    script = script.call
    assert_equal %w[vessel a é], script.handed_out.map(&:name)
    assert_equal script.statements.map { |each| each.sql.lines.first },
                 script.handed_out.map { |each| each.sql.lines.first }
    assert_equal script.statements.map(&:line), script.handed_out.map(&:line)
  end

  private

  # The script of a design with one table, whose one column has these fields.
  def design(platform, **column)
    draft = Draft.new(Model::EMPTY, ids:)
    of = draft.add(:design, name: platform, platform:)
    table = draft.add(:table, parent_id: of.id, name: "vessel")
    draft.add(:column, parent_id: table.id, name: "name", native_type: Kelvath::Metamodel::NativeType.of("text"),
              **column)
    yield draft, of.id if block_given?
    Ddl.script(draft.model, of.id).text
  end
end
