# frozen_string_literal: true

require "core_test_helper"

class KindsAndSheetsTest < CoreTest
  def ledger(address, **view) = Ledger.of(ferries, address, view: Ledger::View.new(**view))

  def test_every_kind_has_a_ledger_whose_cells_read_back
    base, = derived(ferries, "sqlite")
    Ledger::KINDS.each do |kind|
      shown = Ledger.of(base, "kind:#{kind}")
      shown.all_groups.flat_map(&:rows).first(4).each { |row| assert_cells_read_back(base, shown, row) }
    end
    assert_match(/known are entity, relationship/, assert_raises(UnknownName) { Ledger.of(base, "kind:boat") }.message)
  end

  def assert_cells_read_back(base, shown, row)
    shown.all_columns.reject { |column| column.kind == :computed || column.name == "target_column_ids" }
                     .each do |column|
      change = Ledger::Cells.change(base, row.id, column.name, row.cells[column.name], ids:)
      assert_predicate change, :empty?, "#{row.id} #{column.name} #{row.cells[column.name]}"
    end
  end

  def test_filter_sort_columns_and_one_list
    assert_equal [ "Vessel", "Vessel Class" ], ledger("concept", filter: "vessel entity:vessel").groups.flat_map(&:rows)
      .map { |row| row.cells["name"] }.first(2)
    assert_equal %w[name definition], ledger("concept", columns: %w[name definition]).columns.map(&:name)
    lengths = ledger("logical", flat: true, sort: "-length").groups.flat_map(&:rows).map { |row| row.cells["length"] }
      .reject(&:empty?)
    assert_equal lengths.map(&:to_i).sort.reverse, lengths.map(&:to_i)
    assert_equal [ "Yes" ], [ ledger("logical", filter: "mandatory:yes").groups.flat_map(&:rows).all? { |row|
      row.cells["mandatory"] == "yes"
    } ? "Yes" : "No" ]
    assert ledger("logical", flat: true).groups.all? { |group| group.rows.size <= Ledger::STRETCH }
  end

  def test_groups_that_did_not_change_are_the_same_objects
    before = ledger("logical")
    before.all_groups
    change = Editing.set(ferries, entity(ferries, "Vessel").id, :name, "Ship")
    after = Ledger.of(change.apply(ferries), "logical", previous: before)
    same, fresh = after.all_groups.partition { |group| before.all_groups.any? { |old| old.equal?(group) } }
    assert_includes fresh.map(&:title), "Ship"
    assert_includes fresh.map(&:title), "Defect"
    assert_includes same.map(&:title), "Passenger"
    assert_equal Ledger.of(change.apply(ferries), "logical").all_groups, after.all_groups
  end

  def test_cells_take_names_and_say_what_is_known
    vessel = entity(ferries, "Vessel")
    after = Ledger::Cells.change(ferries, vessel.id, "subject_area_id", "network", ids:).apply(ferries)
    assert_equal "Network", after[after[vessel.id].subject_area_id].name
    error = assert_raises(InvalidValue) { Ledger::Cells.change(ferries, vessel.id, "subject_area_id", "Netwerk", ids:) }
    assert_match(/Did you mean “Network”/, error.message)
    tagged = Ledger::Cells.change(ferries, vessel.id, "tag_ids", "Asset, Core", ids:).apply(ferries)
    assert_equal %w[Asset Core], tagged[vessel.id].tag_ids.map { |id| tagged[id].name }
  end

  def test_a_cell_changed_meanwhile_is_a_conflict
    domain = ferries.all(:domain).first
    assert_raises(Conflict) do
      Ledger::Cells.change(ferries, domain.id, "definition", "Mine.", ids:, seen: "What I saw.")
    end
  end

  def test_rows_are_reordered_among_their_like
    attributes = ferries.children(entity(ferries, "Vessel").id, :attribute)
    after = Ledger::Cells.reorder(ferries, [ attributes[2].id ], -2, ids:).apply(ferries)
    assert_equal attributes.values_at(2, 0, 1).map(&:name),
                 after.children(attributes[0].parent_id, :attribute).first(3).map(&:name)
    assert_raises(InvalidValue) { Ledger::Cells.reorder(ferries, [ entity(ferries, "Vessel").id ], 1, ids:) }
  end

  def test_a_sheet_goes_out_and_in_without_a_change
    [ "concept", "logical", "kind:domain", "kind:allowed_value" ].each do |address|
      reading = Ledger::Sheet.new(ledger(address), ids:).read(Ledger::Sheet.out(ledger(address)))
      assert_empty reading.problems, address
      assert_predicate reading.change_set, :empty?, "#{address}: #{reading.change_set.describe(ferries)}"
    end
  end

  def test_a_sheet_changes_and_adds_rows_but_nothing_if_one_is_wrong
    head = [ "Within", "Attribute", "Domain or type", "Mandatory" ]
    good = Ledger::Sheet.new(ledger("logical"), ids:).read([ head, [ "Vessel", "Name", "text(40)", "yes" ],
                                                             [ "Vessel", "Flag State", "Code3", "" ] ])
    after = good.change_set.apply(ferries)
    assert_equal "text(40)", Logical::ValueType
      .of(after.children(entity(after, "Vessel").id, :attribute).find { |each| each.name == "Name" }, after).to_s
    assert_includes held_names(after, "Vessel"), "Flag State"

    bad = Ledger::Sheet.new(ledger("logical"), ids:).read([ head, [ "Vessel", "Name", "texxt", "" ],
                                                            [ "Nobody", "X", "", "" ], [ "Vessel", "=1+1", "", "" ],
                                                            [ "Vessel", "Y", "date", "maybe" ] ])
    assert_predicate bad.change_set, :empty?
    assert_equal [ 2, 3, 4, 5 ], bad.problems.map(&:first)
    assert_match(/Did you mean “text”/, bad.problems[0].last)
    assert_match(/begins like a formula/, bad.problems[2].last)
  end

  def test_headings_that_do_not_fit_are_refused
    { [ [ "Attribute" ] ] => /Within/, [ [ "Within", "Atribute" ] ] => /“Atribute” is not known/,
      [] => /empty/ }.each do |rows, message|
      assert_match message,
                   assert_raises(UnreadableFile) { Ledger::Sheet.new(ledger("logical"), ids:).read(rows) }.message
    end
  end

  # field type => [typed, kept], nil for refused
  CUSTOM = { "number" => [ [ "12.5", "12.5" ], [ "a dozen", nil ] ],
             "date" => [ [ "2024-02-29", "2024-02-29" ], [ "2023-02-29", nil ] ],
             "yes or no" => [ [ "Y", "yes" ], [ "no", "" ], [ "perhaps", nil ] ],
             "one of" => [ [ "GOLD", "gold" ], [ "lead", nil ] ], "text" => [ [ " x ", "x" ] ] }.freeze

  def test_custom_fields_take_what_their_type_allows
    CUSTOM.each do |type, cases|
      field = Metamodel::CustomField.new(id: "f", name: "Grade", type:, choices: %w[gold silver])
      cases.each { |typed, kept| kept ? assert_equal(kept, Custom.parse(field, typed)) :
                                   assert_raises(InvalidValue) { Custom.parse(field, typed) } }
    end
    draft = Draft.new(ferries, ids:)
    field = draft.add(:custom_field, name: "Owner", of: "entity")
    vessel = entity(ferries, "Vessel")
    Custom.set(draft, vessel.id, field.id, "Fleet office")
    assert_equal "Fleet office", Ledger.of(draft.model, "concept").row(vessel.id).cells["custom-#{field.id}"]
    Custom.set(draft, vessel.id, field.id, "")
    assert_empty draft.model.all(:custom_value)
  end
end
