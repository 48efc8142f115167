# frozen_string_literal: true

require "core_test_helper"

# A statement changed where it is shown: what becomes of it.
class EditsTest < CoreTest
  def setup
    @model, @id = derived(ferries, "postgresql")
    @table = @model.all(:table).find { |each| each.name == "vessel" }
    @statement = statements(@model).find { |each| each.kind == "table" && each.name == "vessel" }
  end

  def statements(model) = Scripting::Composition.new(model, @id, Scripting::Recipes.usual).script.statements
  def edit(text, statement = @statement) = Scripting::Edits.new(@model, @id, ids:).of(statement, text)
  def line(name) = @statement.sql[/^  #{name} .*$/]

  def column(model, name) = model.children(@table.id, :column).find { |each| each.name == name }

  def test_columns_become_decisions
    text = @statement.sql.sub(line("name"), "  name varchar(99) not null default 'none',")
                     .sub("#{line('launched_on')}\n", "")
                     .sub("#{line('in_service')}\n", "\\0  mast_height numeric(5,2),\n")
    made = edit(text)
    assert_equal "Decided in the design: vessel.name is varchar(99) not null default 'none'; vessel.launched_on is " \
                 "left out; vessel has mast_height.", made.words
    after = made.change.apply(@model)
    Invariants.check(made.change, after)
    assert_equal [ { "base" => "varchar", "arguments" => [ 99 ] }, true, "'none'" ],
                 column(after, "name").then { |each| [ each.native_type, each.mandatory, each.default_value ] }
    assert_nil column(after, "launched_on")
    assert_equal "numeric(5,2)", Platforms.fetch("postgresql").write_type(column(after, "mast_height").native_type)
    assert_equal column(@model, "name").id, column(after, "name").id
  end

  def test_what_stands_beside_is_a_piece
    { "after" => "#{@statement.sql};\nGRANT SELECT ON vessel TO clerk;",
      "before" => "GRANT SELECT ON vessel TO clerk;\n#{@statement.sql}" }.each do |place, text|
      made = edit(text)
      assert_equal "Kept as a piece by hand #{place} vessel.", made.words
      piece = made.change.apply(@model).all(:script_piece).first
      assert_equal [ place, "GRANT SELECT ON vessel TO clerk" ], [ piece.place, piece.text ]
    end
  end

  def test_anything_else_stands_in_its_place_until_it_is_taken_back
    made = edit(@statement.sql.sub("CREATE TABLE", "CREATE UNLOGGED TABLE"))
    assert_match(/in place of vessel; it no longer follows the design/, made.words)
    after = made.change.apply(@model)
    shown = statements(after)
    assert_equal 1, shown.count { |each| each.sql.include?("TABLE vessel (") }
    by_hand = shown.find { |each| each.kind == "by hand" }
    assert by_hand.sql.start_with?("CREATE UNLOGGED TABLE vessel")
    @model = after
    gone = edit("", by_hand)
    assert_equal statements(gone.change.apply(after)).map(&:sql), statements(derived_again).map(&:sql)
  end

  def derived_again
    Draft.change(@model, ids:) { |draft| draft.remove(@model.all(:script_piece).first.id) }.apply(@model)
  end

  def test_what_cannot_stand_there_is_refused_and_what_is_the_same_is_nothing
    assert_nil edit("#{@statement.sql.gsub("\n", "  \r\n")};\n").change
    assert_raises(InvalidValue) { edit("") }
    assert_match(/bracket that is not closed/, assert_raises(InvalidValue) { edit("CREATE TABLE vessel (") }.message)
    assert_match(/in place of/, edit(@statement.sql.sub(line("name"), "  name wibble(3),")).words)
  end
end
