# frozen_string_literal: true

require "core_test_helper"

class LedgerTest < CoreTest
  # Every ledger in every way of looking at it holds columns and rows.
  def test_every_ledger_in_every_way
    model, design_id = derived(ferries, "sqlite")
    [ "concept", "logical", design_id, *Ledger::KINDS.map { |kind| "kind:#{kind}" } ].each do |address|
      names = Ledger.of(model, address).all_columns.map(&:name)
      ways = names.flat_map { |name| [ { sort: name }, { sort: "-#{name}", flat: true }, { columns: [ name ] } ] }
      [ { flat: true }, { filter: "a" }, *ways ].each do |way|
        ledger = Ledger.of(model, address, view: Ledger::View.new(**way))
        assert ledger.columns.any? && ledger.columns.all?(Ledger::Column), "#{address} #{way}"
        assert ledger.groups.flat_map(&:rows).all?(Ledger::Row), "#{address} #{way}"
      end
    end
  end

  def cells(ledger, title, name)
    ledger.groups.select { |group| group.title == title }.flat_map(&:rows).find { |row| row.cells["name"] == name }
  end

  def test_attributes_with_migrated_ones_and_where_they_are_from
    ledger = Ledger.of(ferries, "logical")
    assert_equal({ "type" => "Metres", "length" => "", "precision" => "6", "scale" => "2", "mandatory" => "yes",
                   "identifier" => "" },
                 cells(ledger, "Berth", "Length").cells.slice("type", "length", "precision", "scale", "mandatory",
                                                              "identifier"))
    migrated = cells(ledger, "Defect", "Vessel Hull Number")
    assert_equal [ false, "from Inspection", "yes" ],
                 [ migrated.editable, migrated.origin, migrated.cells["identifier"] ]
    assert_equal ledger.rows.size, ledger.groups.sum { |group| group.rows.size } # no two rows share an id
  end

  def test_entities_and_columns
    assert_equal "Fleet", cells(Ledger.of(ferries, "concept"), nil, "Vessel").cells["subject_area_id"]
    full, design = derived(ferries, "sqlite")
    ledger = Ledger.of(full, design)
    assert_equal "PK FK", cells(ledger, "berth", "harbour_code").cells["keys"]
    assert_equal :column, ledger.adds
    assert_raises(NotFound) { Ledger.of(full, "nowhere") }
  end
end
