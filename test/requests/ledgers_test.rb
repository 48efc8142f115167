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

  test "what came with a key says from where, with a way there" do
    sailing, vessel = %w[Sailing Vessel].map { |name| entity(@stored.model, name) }
    held = Kelvath::Logical::KeyMigration.of(@stored.model).held(sailing.id).find { |each| each.name =~ /Hull Number/ }
    get "#{model_path(@stored)}/origins/#{sailing.id}.#{held.id}"
    assert_match(/comes with the key of Vessel, by “Vessel make Sailing”; it is changed there/, response.body.squish)
    assert_select "button[data-id='#{held.origin.id}']", text: /Hull Number of\s+Vessel/
    get "#{model_path(@stored)}/origins/#{vessel.id}.nowhere"
    assert_response :not_found
  end

  test "of two who change one cell the second can take what is there" do
    vessel = entity(@stored.model, "Vessel")
    about = { column: "name", ledger: "logical" }
    attribute = @stored.model.children(vessel.id, :attribute).first
    path = "#{model_path(@stored)}/cells/#{attribute.id}"
    patch path, params: { **about, value: "Mine", seen: "Another" }, headers: { "HX-Request" => "true" }
    assert_response :conflict
    assert_select ".toast button", text: /Keep mine|Take theirs/, count: 2
    patch path, params: { **about, value: attribute.name, shown_again: "yes" }
    assert_match(/>#{attribute.name}</, response.body)
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

  test "a group that is new goes into the ledger that is open, one that is other in the place of the old" do
    seen = @stored.revision
    vessel = entity(@stored.model, "Vessel")
    change = Kelvath::Draft.change(@stored.model, ids: Ids) do |draft|
      draft.add(:entity, name: "Breakwater Survey")
      draft.set(vessel.id, name: "Ship")
    end
    @stored.journal.commit(change, by: "Guest")
    get model_news_path(@stored), params: { revision: seen, ledger: "logical" }, headers: { "HX-Request" => "true" }
    assert_response :success
    assert_select "table[hx-swap-oob='beforeend:#ledger'] > tbody:not([hx-swap-oob]) .group-title",
                  text: "Breakwater Survey", count: 1
    assert_select "tbody#group-#{vessel.id}[hx-swap-oob=true]", text: /\A\s*Ship/, count: 1
  end

  test "one list of attributes says whose they are" do
    get model_ledger_path(@stored, "logical"), params: { flat: "yes" }
    assert_select "th", text: /Entity/
    assert_select "td[data-column=entity]", text: "Berth"
  end
end
