# frozen_string_literal: true

require "test_helper"
require "minitest/mock"

# Designs by their addresses: made, changed by hand, derived again, removed; and what is known of platforms.
class DesignsRequestsTest < ActionDispatch::IntegrationTest
  include FerriesAtHand

  HX = { "HX-Request" => "true" }.freeze

  setup do
    post model_designs_path(@stored), params: { platform: "postgresql" }
    @design = now.all(:design).first
  end

  def now = @stored.reload.model
  def at_once(&block) = RunJob.stub(:perform_later, :work.to_proc, &block)
  def table(name) = now.children(@design.id, :table).find { |each| each.name == name }
  def column(owner, name) = now.children(table(owner).id, :column).find { |each| each.name == name }
  def add(kind, parent, line)
    post model_elements_path(@stored), params: { kind:, parent_id: parent.id, name: line }, headers: HX
  end

  test "every platform has a page that lists what is known of it, in every version" do
    get platforms_path
    Kelvath::Platforms.all.each do |platform|
      assert_select "a[href='#{platform_path(platform.key)}']", text: platform.title
    end
    Kelvath::Platforms.all.each do |platform|
      [ "", *platform.versions ].each do |version|
        get platform_path(platform.key, version:)
        assert_response :success, "#{platform.key} #{version}"
      end
      assert_select "dt", text: /#{Regexp.escape(platform.class::OPTIONS.last.name)}/
    end
    get platform_path("abacus")
    assert_response :unprocessable_entity
  end

  test "parts of a table are typed, a wrong one is refused beside the field, and SQL can be kept as written" do
    { "column" => "audited_at timestamptz", "key" => "unique email", "index" => "name desc",
      "check" => "length(name) > 1", "foreign_key" => "vessel" }.each { |kind, line|
 add(kind, table("passenger"), line) && assert_response(:success) }
    get model_element_path(@stored, table("passenger").id)
    [ /audited_at/, /unique: email/, /ix_passenger_name/, /length\(name\) &gt; 1/, /vessel_hull_number → vessel/ ]
      .each { |words| assert_match words, response.body }
    assert_match(/CREATE INDEX ix_passenger_name ON passenger \(name DESC\)/, response.body)
    add("column", table("passenger"), "x wibble(99,x")
    assert_response :unprocessable_entity
    assert_match(/PostgreSQL has no type/, response.body)
    path = model_element_path(@stored, column("passenger", "name").id)
    patch path, params: { field: "native_type", value: "hstore" }, headers: HX
    assert_response :unprocessable_entity
    assert_select ".toast button", text: "Keep as written"
    patch path, params: { field: "native_type", value: "hstore", as_written: "yes" }, headers: HX
    assert_equal "hstore", column("passenger", "name").native_type["base"]
    get path
    assert_select "datalist option[value=jsonb]"
    assert_select "input[list=known-types][value=hstore]"
    patch "#{model_path(@stored)}/cells/#{column('passenger', 'email').id}", headers: HX,
          params: { column: "default_value", value: "'C", ledger: @design.id }
    assert_match(/Default has a quotation mark that is not closed/, response.body)
    assert_select ".toast button", text: "Keep as written"
  end

  test "foreign keys between two tables are told either way before one is made" do
    vessel, sailing = table("vessel"), table("berth")
    get model_foreign_keys_path(@stored, from_id: vessel.id, to_id: sailing.id)
    assert_equal [ "vessel refers to berth; adds berth_harbour_code varchar(3), berth_number integer",
                   "berth refers to vessel; adds vessel_hull_number varchar(12)" ],
                 response.parsed_body.map { |way| way["sentence"] }
    post model_elements_path(@stored), params: { kind: "foreign_key", from_id: sailing.id, to_id: vessel.id },
headers: HX
    assert column("berth", "vessel_hull_number")
  end

  test "a design is renamed, gets a version, and goes with its diagram; undo brings all of it back" do
    before = now.elements.size
    patch model_design_path(@stored, @design.id), params: { field: "name", value: "Books" }
    patch model_design_path(@stored, @design.id), params: { field: "version", value: "15" }
    assert_equal %w[Books 15], now.fetch(@design.id).then { |each| [ each.name, each.version ] }
    delete model_design_path(@stored, @design.id)
    assert_empty now.all(:design) + now.all(:diagram).select { |each| each.stage == "physical" }
    post model_undo_path(@stored), headers: HX
    assert_equal before, now.elements.size
  end

  test "how a design is derived is chosen, and what follows is shown before it is written" do
    path = model_design_choices_path(@stored, @design.id)
    get path
    assert_select "fieldset", text: /Indexes.*22 indexes/m
    patch path, params: { chosen_of: { "columns" => "x wibble" } }
    assert_response :unprocessable_entity
    assert_select "[role=alert]", text: /no type “wibble”/
    patch path, params: { chosen_of: { "indexes" => "none", "columns" => "noted_at timestamptz" },
                          left_out: [ now.all(:entity).find { |each| each.name == "Lost Item" }.id ] }
    follow_redirect!
    assert_select "li", text: /index ix_\S+\s+goes|index \S+ · ix_\S+\s+goes/
    derive_again
    assert_empty now.all(:index)
    assert_nil table("lost_item")
    assert column("vessel", "noted_at")
    get path
    assert_select "input[type=radio][value=none][checked]"
  end

  test "the type table is ruled for one design or for all of a platform, and a wrong rule is told beside it" do
    path = model_design_type_rules_path(@stored, @design.id)
    { { about: "Reference", becomes: "wibble" } => /no type “wibble”/,
      { about: "Nothing", becomes: "text" } => /neither a type of the logical side/ }.each do |given, words|
      post path, params: given
      assert_response :unprocessable_entity
      assert_select "#types [role=alert]", text: words
    end
    post path, params: { about: "Vessel.Name", becomes: "xml" }
    post path, params: { about: "long text", becomes: "varchar(4000)", everywhere: "1" }
    follow_redirect!
    assert_select "#types tr", text: /Vessel\.Name.*xml.*a rule of this design/m
    assert_select "#types tr", text: /Note.*varchar\(4000\).*the rule for long text/m
    get model_design_rederivation_path(@stored, @design.id)
    assert_match(/becomes “xml”/, response.body)
    get model_findings_path(@stored, stage: "physical", design: @design.id)
    assert_select "button", text: /PostgreSQL is behind its logical side: \d things would change/
    assert_select "a[href='#{model_design_rederivation_path(@stored, @design.id)}']", text: "Derive again"
    rule = now.all(:type_rule).find(&:design_id)
    delete model_design_type_rule_path(@stored, @design.id, rule.id)
    refute now.key?(rule.id)
  end

  test "subtypes are chosen group by group, and lookup tables come with their rows" do
    groups = now.all(:subtype_group)
    patch model_design_choices_path(@stored, @design.id),
          params: { chosen_of: { "allowed values" => "lookup tables" },
                    each_of: { groups.first.id => "one table", groups.last.id => "each", "gone" => "leaves" } }
    derive_again
    assert_nil table("car")
    assert table("engineer")
    get model_element_path(@stored, table("fare_band").id)
    assert_match(/INSERT INTO fare_band \(value\) VALUES \(&#39;peak&#39;\)/, response.body)
    add("row", table("fare_band"), "'night'")
    assert_includes now.children(table("fare_band").id, :row).map { |each|
 each.label(now) }, "“(value) VALUES ('night')”"
    get model_design_choices_path(@stored, @design.id)
    assert_select "select option[selected]", text: /one table for all/
  end

  test "a script that no engine can run is read back, and that is not called a proof" do
    %w[sqlserver oracle snowflake hive].each do |key|
      post model_designs_path(@stored), params: { platform: key }
      design = now.all(:design).find { |each| each.platform == key }
      get model_design_proofs_path(@stored, design.id)
      assert_select "h2", text: /Read-back/
      at_once { post model_design_proofs_path(@stored, design.id) }
      get model_design_proofs_path(@stored, design.id)
      assert_select "#proof-result", text: /No differences: the script is what the design says.*no engine has run them/m
    end
  end

  test "names of the other side are shown wherever elements are named, until that is switched off" do
    get model_ledger_path(@stored, "logical")
    assert_select "#contents", text: /Vessel Class/
    patch other_names_path
    get model_ledger_path(@stored, "logical")
    assert_select "#contents button", text: "vessel_class"
    assert_match(%r{data-column="other_name"[^>]*>berth_number</td>}, response.body)
    get model_findings_path(@stored, stage: "physical", design: @design.id)
    assert_response :success
    patch model_element_path(@stored, now.all(:entity).find { |each| each.name == "Buoy" || each.name == "Vessel" }.id),
          params: { field: "name", value: "Ship", diagram_id: now.all(:diagram).find { |each|
            each.stage == "logical"
          }.id }, headers: HX
    assert_match(/ship/, response.body)
    patch other_names_path
    get model_ledger_path(@stored, "logical")
    assert_select "#contents button", text: "Vessel Class"
    assert_select "td[data-column=other_name]", count: 0
  end

  test "what was decided is marked in ledgers and told in Particulars" do
    patch model_element_path(@stored, column("berth", "length").id),
          params: { field: "native_type", value: "real" }, headers: HX
    get model_ledger_path(@stored, @design.id)
    assert_select "td.decided[data-column=native_type][title='Decided by hand; derived as “numeric(6,2)”']",
text: "real"
    get model_element_path(@stored, column("berth", "length").id)
    assert_select "section", text: /Decided by hand\s+Type derived as numeric\(6,2\)/
    get model_diagram_path(@stored, now.all(:diagram).find { |each| each.design_id == @design.id }.id)
    assert_select ".ink-card_decided", minimum: 1
  end

  test "a design is converted to another platform, and what has no counterpart is told before" do
    patch model_element_path(@stored, table("vessel").id), headers: HX,
          params: { field: "options", option: "unlogged", value: "yes" }
    get model_design_conversion_path(@stored, @design.id, platform: "oracle")
    assert_select "li", text: "Table vessel: Oracle has no option “unlogged” with yes."
    post model_design_conversion_path(@stored, @design.id), params: { platform: "oracle" }
    follow_redirect!
    assert_response :success
    made = now.all(:design).last
    assert_equal [ "oracle", 29 ], [ made.platform, now.children(made.id, :table).size ]
    get model_design_conversion_path(@stored, @design.id, platform: "abacus")
    assert_response :unprocessable_entity
  end

  test "a decision is sent up to the logical side after it was shown" do
    name = column("vessel", "name")
    patch model_element_path(@stored, name.id), params: { field: "native_type", value: "varchar(99)" }, headers: HX
    add("column", table("vessel"), "draught numeric(4,2)")
    get model_design_decisions_path(@stored, @design.id)
    assert_select "[data-decision] a", text: "Send up", count: 2
    path = model_design_decision_sending_path(@stored, @design.id, "#{name.id}:native_type")
    get path
    assert_select "li", text: /Changed length of attribute Vessel · Name from 60 to 99|attribute Vessel · Name/
    post path
    assert_redirected_to model_design_decisions_path(@stored, @design.id)
    assert_equal [ 99, nil ], now.fetch(name.source_id).then { |each| [ each.length, each.domain_id ] }
    get path.sub(name.id, "NOTHING")
    assert_response :not_found
  end

  test "a conflict that is not settled is asked for again" do
    name = column("vessel", "name")
    attribute = now.fetch(name.source_id)
    patch model_element_path(@stored, name.id), params: { field: "native_type", value: "text" }, headers: HX
    patch model_element_path(@stored, attribute.id), params: { field: "length", value: "77" }, headers: HX
    get model_design_rederivation_path(@stored, @design.id)
    assert_select "fieldset", text: /column vessel · name: type.*varchar\(60\).*text.*varchar\(77\)/m
    [ {}, { settled: "" }, { settled: { "x" => "mine" } },
{ settled: { "#{name.id}:native_type" => "ours" } } ].each do |wrong|
      derive_again(**wrong)
      assert_response :unprocessable_entity
      assert_select "[role=alert]", text: /1 conflict is not settled yet/
    end
    derive_again(settled: { "#{name.id}:native_type" => "theirs" })
    assert_redirected_to model_design_decisions_path(@stored, @design.id)
    assert_equal [ 77 ], column("vessel", "name").native_type["arguments"]
  end

  private

  # What is shown, confirmed.
  def derive_again(**given)
    path = model_design_rederivation_path(@stored, @design.id)
    post path, params: { **given, shown: seen(path) }
  end
end
