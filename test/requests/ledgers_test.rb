# frozen_string_literal: true

require "test_helper"

# Every ledger there is, in every way of looking at it.
class LedgersTest < ActionDispatch::IntegrationTest
  setup do
    host! "localhost"
    @stored = ferries
    design = Kelvath::Starting.design(@stored.model, platform: "sqlite", ids: Ids)
    @stored.journal.commit(design.change_set, by: "Guest")
    @addresses = [ "concept", "logical", design.design_id, *Kelvath::Ledger::KINDS.map { |kind| "kind:#{kind}" } ]
  end

  # Parameters of the ways: one list, filtered, sorted both ways, one column alone.
  def ways(columns)
    [ { flat: "yes" }, { filter: "a" }, { filter: "a", flat: "yes" }, { sort: columns.first },
      { sort: "-#{columns.last}", flat: "yes" }, { columns: columns.last } ]
  end

  test "each opens with all its columns, in groups and as one list, sorted and filtered" do
    @addresses.each do |address|
      columns = Kelvath::Ledger.of(@stored.model, address).all_columns.map(&:name)
      ways(columns).each do |way|
        get model_ledger_path(@stored, address), params: way
        assert_response :success, "#{address} #{way}"
        assert_select "th a", { minimum: 1 }, "#{address} #{way}"
      end
    end
  end

  test "one list of attributes says whose they are" do
    get model_ledger_path(@stored, "logical"), params: { flat: "yes" }
    assert_select "th", text: /Entity/
    assert_select "td[data-column=entity]", text: "Berth"
  end
end
