# frozen_string_literal: true

require "core_test_helper"

# What is typed, filled and added in ledgers, and what of a ledger is other afterwards.
class CellsTest < CoreTest
  Cells = Ledger::Cells

  def setup
    @model = model("Each Vessel may make many Sailings.", Vessel: [ "Hull Number: text(12): *", "Length", "Beam" ])
    @vessel = entity(@model, "Vessel")
  end

  def attribute(name, model = @model) = model.all(:attribute).find { |each| each.name == name }

  def add(kind, text, within: nil)
    Cells.add(@model, kind, text, ids:, within:).then { |change, id| change.apply(@model)[id] }
  end

  # kind, text, parent => what the new row is called
  def test_rows_are_added_by_typing
    { [ "entity", "Harbour" ] => "Harbour", [ "domain", "Knots" ] => "Knots", [ "tag", "Core" ] => "Core",
      [ "subject_area", "Fleet" ] => "Fleet", [ "custom_field", "Owner" ] => "Owner",
      [ "attribute", "Draught: decimal(4,2)", @vessel.id ] => "Draught",
      [ "identifier", "Length, Beam", @vessel.id ] => "" }
      .each { |(kind, text, within), name| assert_equal name, add(kind, text, within:).name, kind }
    assert_equal %w[Quay Quays], add("word", "Quay").then { |word| [ word.singular, word.plural ] }
    domain = add("domain", "Band")
    with = Cells.add(@model, "domain", "Band", ids:).first.apply(@model)
    value = Cells.add(with, "allowed_value", "high", ids:, within: with.all(:domain).last.id)
    assert_equal "high", value.first.apply(with)[value.last].value
    assert_equal :domain, domain.kind
    link = add("relationship", "Each Vessel may carry many Boats.")
    assert_equal [ "carry", "Vessel" ], [ link.phrase, @model[link.from_id].name ]
    assert_raises(UnknownName) { add("header", "x") }
  end

  def test_a_schema_is_added_to_a_design
    base, design_id = derived(@model, "postgresql")
    change, id = Cells.add(base, "schema", "crew", ids:, within: design_id)
    second = Cells.add(change.apply(base), "schema", "archive", ids:, within: design_id).first.apply(change.apply(base))
    assert_equal %w[crew archive], Metamodel::Design.schemas(second, design_id).map(&:name)
    assert_equal design_id, second[id].parent_id
    assert_raises(NotFound) { Cells.add(base, "schema", "x", ids:, within: @vessel.id) }
  end

  def test_a_block_fills_cells_from_one_on_and_says_which_row_is_wrong
    rows = [ attribute("Length").id, attribute("Beam").id ]
    filled = Cells.fill(@model, rows, %w[name type],
                        [ [ "LOA", "decimal(6,2)" ], [ "Width", "integer" ], [ "over", "" ] ], ids:)
                  .apply(@model)
    assert_equal [ [ "LOA", "decimal", 6, 2 ], [ "Width", "integer", nil, nil ] ],
                 rows.map { |id| filled[id].then { |each| [ each.name, each.type, each.precision, each.scale ] } }
    error = assert_raises(InvalidValue) { Cells.fill(@model, rows, %w[mandatory], [ [ "yes" ], [ "perhaps" ] ], ids:) }
    assert_match(/\ARow 2: .*yes or no/, error.message)
  end

  def test_rows_move_among_their_like
    moved = Cells.reorder(@model, [ attribute("Beam").id ], -1, ids:).apply(@model)
    assert_equal [ "Hull Number", "Beam", "Length" ], moved.children(@vessel.id, :attribute).map(&:name)
    assert_raises(InvalidValue) { Cells.reorder(@model, [ @vessel.id ], 1, ids:) }
  end

  # A change => groups that are other, cells, groups that are gone and that are new.
  def test_what_of_a_ledger_is_other
    { ->(draft) { draft.set(attribute("Beam").id, definition: "At the widest.") } =>
        [ [], [ %w[Beam definition] ], 0, [] ],
      ->(draft) { draft.set(@vessel.id, name: "Ship") } => [ %w[Ship], [ [ "Ship Hull Number", "name" ] ], 0, [] ],
      ->(draft) { draft.remove(attribute("Beam").id) } => [ %w[Vessel], [], 0, [] ],
      ->(draft) { Editing::Entities.add(draft, "Harbour") } => [ %w[Harbour], [], 0, %w[Harbour] ],
      ->(draft) { draft.remove(entity(@model, "Sailing").id) } => [ [], [], 1, [] ] }.each do |work, expected|
      older = Ledger.of(@model, "logical")
      newer = Ledger.of(Draft.change(@model, ids:, &work).apply(@model), "logical", previous: older)
      changes = Ledger::Changes.joined([ newer.changed_since(older) ], newer)
      names = newer.groups.to_h { |group| [ group.id, group.title ] }
      assert_equal expected, [ changes.groups.map(&:title),
                               changes.cells.map { |row, column| [ row.cells["name"], column.name ] },
                               changes.gone.size, changes.fresh.map { |id| names[id] } ]
      assert_equal newer.groups, Ledger::Changes.joined(nil, newer).groups
    end
  end

  def test_what_stood_there_is_held_against_what_stands_there_now
    length = attribute("Length")
    now = ChangeSet.set(length, definition: "Over all.").apply(@model)
    clash = assert_raises(Conflict) { Cells.change(now, length.id, "definition", "Mine.", ids:, seen: "") }.clashes
      .first
    assert_equal [ "Mine.", "Over all." ], [ clash.yours, clash.theirs ]
    assert_empty Cells.change(now, length.id, "definition", "Over all.", ids:, seen: "")
  end
end
