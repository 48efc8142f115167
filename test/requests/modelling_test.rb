# frozen_string_literal: true

require "test_helper"

# What the desk offers beyond single fields: each is one commit, in words, and can be taken back.
class ModellingTest < ActionDispatch::IntegrationTest
  include FerriesAtHand

  def label = @stored.journal_entries.latest_first.first.label
  def id_now(name) = entity(now, name).id

  # Does it, then undoes it, and checks that the model is as it was.
  def assert_undoable(expected_label)
    before = now
    yield
    assert_response :success, response.body
    assert_match expected_label, label
    refute_equal before, now
    ask :post, model_undo_path(@stored)
    assert_equal before, now
  end

  test "layouts, arrangements and placements of a diagram" do
    chosen = [ id("Vessel"), id("Sailing"), id("Watch") ].join(",")
    Kelvath::Diagram::Layouts::ALL.each_key { |layout| assert_undoable(/Laid out Logical/) {
      ask :post, model_diagram_layout_path(@stored, @logical.id), layout:
    } unless layout == "down" }
    assert_undoable(/Laid out 3 cards of Logical: in a grid/) do
      ask :post, model_diagram_layout_path(@stored, @logical.id), layout: "grid", chosen:
    end
    assert_undoable(/Align left edges: 3 cards of Logical/) do
      ask :post, model_diagram_arrangement_path(@stored, @logical.id), way: "left", chosen:
    end
    assert_undoable(/Took Vessel, Sailing, Watch off Logical; the model keeps them/) do
      ask :delete, model_diagram_placement_path(@stored, @logical.id), chosen:
    end
    ask :post, model_diagram_arrangement_path(@stored, @logical.id), way: "sideways", chosen: chosen
    assert_response :unprocessable_entity
  end

  test "one thing is said of several at once" do
    chosen = [ id("Vessel"), id("Route") ].join(",")
    shown = @model.children(@logical.id, :diagram_node).select { |node| chosen.include?(node.element_id) }.map(&:id)
    { "subject_area" => [ "Sea", ->(entity) { now[entity.subject_area_id]&.name } ],
      "tag" => [ "Old", ->(entity) { now[entity.tag_ids.last]&.name } ] }.each do |act, (value, said)|
        assert_undoable(/of 2 objects: #{value}/) do
          ask(:patch, model_several_path(@stored), act:, value:, chosen:)
          assert_equal [ value, value ], %w[Vessel Route].map { |name| said[entity(now, name)] }
        end
      end
    assert_undoable(/Colour of 2 objects/) do
      ask :patch, model_several_path(@stored), act: "colour", value: "sage", chosen:, diagram_id: @logical.id
      assert_equal %w[sage sage], shown.map { |each| now[each].colour }
    end
    [ { act: "untag", value: "Nowhere" }, { act: "colour", value: "red", diagram_id: @logical.id }, { act: "sink" } ]
      .each do |params|
        ask :patch, model_several_path(@stored), chosen:, **params
        assert_response :unprocessable_entity
      end
  end

  test "what is named on another diagram comes onto it; a new diagram is the last of its stage" do
    post model_diagrams_path(@stored), params: { name: "Fleet only", stage: "logical" }
    diagram = now.all(:diagram).last
    assert_equal "Fleet only", diagram.name
    assert_redirected_to model_diagram_path(@stored, diagram.id)
    shown = lambda do
      now.children(diagram.id, :diagram_node).to_h { |node| [ now[node.element_id].name, [ node.x, node.y ] ] }
    end
    assert_undoable(/Vessel/) do
      ask :post, model_lines_path(@stored), text: "vessel", x: "40", y: "60", diagram_id: diagram.id
      assert_equal({ "Vessel" => [ 40.0, 60.0 ] }, shown.call)
    end
    ask :post, model_lines_path(@stored), text: "Each Vessel may make many Sailings", x: "40", y: "60",
                                          diagram_id: diagram.id
    assert_equal %w[Sailing Vessel], shown.call.keys.sort
    ask :post, model_diagram_placement_path(@stored, diagram.id), chosen: id("Route"), x: "500", y: "10"
    assert_equal [ 500.0, 10.0 ], shown.call["Route"]
    ask :post, model_lines_path(@stored), text: "Vessel", x: "40", y: "60", diagram_id: diagram.id
    assert_response :unprocessable_entity
  end

  test "cards of tables, texts of notes and phrases of lines open for writing" do
    link = @model.all(:relationship).find { |each| each.phrase == "describe" }
    get model_element_editor_path(@stored, link.id)
    assert_equal [ "describe", link.inverse_phrase ], css_select("input").map { |input| input["value"] }
    ask :post, model_elements_path(@stored), kind: "diagram_note", shape: "frame", text: "Slips", x: 0, y: 0,
                                             diagram_id: @logical.id
    get model_element_editor_path(@stored, now.all(:diagram_note).last.id)
    assert_select "textarea", text: "Slips"
    post model_designs_path(@stored), params: { platform: "sqlite" }
    table = now.all(:table).find { |each| each.name == "vessel" }
    get model_element_editor_path(@stored, table.id)
    assert_select "input[data-column=native_type][value='varchar(12)']"
  end

  test "cards of a diagram that snaps stand on its grid" do
    ask :patch, model_element_path(@stored, @logical.id), field: "snapped", value: "true"
    node = @model.children(@logical.id, :diagram_node).first
    ask :post, model_diagram_move_path(@stored, @logical.id), places: { node.id => "33.4,-9.2" }
    assert_equal [ 40.0, 0.0 ], now[node.id].then { |each| [ each.x, each.y ] }
    ask :post, model_diagram_move_path(@stored, @logical.id), places: { node.id => "here" }
    assert_response :unprocessable_entity
  end

  test "a cell of any kind marks what it refuses, and says what is known" do
    link = @model.all(:relationship).first
    ask :patch, model_cell_path(@stored, link.id), column: "from_id", value: "", ledger: "kind:relationship"
    assert_response :unprocessable_entity
    assert_match(/A relationship needs from: name it, or remove the relationship/, CGI.unescapeHTML(response.body))
    domain = @model.all(:domain).first
    ask :patch, model_cell_path(@stored, domain.id), column: "type", value: "texxt", ledger: "kind:domain"
    assert_match(/aria-invalid="true"/, response.body)
    assert_match(/choose one of text, fixed text/, response.body)
    ask :patch, model_cell_path(@stored, domain.id), column: "type", value: "date", ledger: "kind:domain"
    assert_response :success
  end

  test "rows are added to the ledgers of every kind that can grow" do
    { "domain" => "Knots", "subject_area" => "Yard", "tag" => "Core", "word" => "Quay", "custom_field" => "Owner",
      "relationship" => "Each Vessel may pass many Harbours.", "entity" => "Buoy" }.each do |kind, name|
      assert_undoable(/Added/) { ask :post, model_elements_path(@stored), kind:, name:, ledger: "kind:#{kind}" }
    end
    assert_undoable(/Added allowed value/) do
      ask :post, model_elements_path(@stored), kind: "allowed_value", name: "dear",
          parent_id: @model.all(:domain).find { |each| each.name == "Fare Band" }.id
    end
    assert_undoable(/Added identifier/) do
      ask :post, model_elements_path(@stored), kind: "identifier", name: "Name", parent_id: id("Vessel")
    end
    ask :post, model_elements_path(@stored), kind: "identifier", name: "Nome", parent_id: id("Vessel")
    assert_match(/Did you mean “Name”/, CGI.unescapeHTML(response.body))
    ask :post, model_elements_path(@stored), kind: "tag", name: "  "
    assert_response :unprocessable_entity
  end

  test "a diagram of a subject area, filled with related objects to a depth" do
    fleet = @model.all(:subject_area).find { |area| area.name == "Fleet" }
    post model_diagrams_path(@stored), params: { name: "Fleet", stage: "logical", subject_area_id: fleet.id }
    diagram = now.all(:diagram).find { |each| each.name == "Fleet" }
    shown = -> { now.children(diagram.id, :diagram_node).map { |node| now[node.element_id].name }.sort }
    assert_equal [ "Defect", "Fuel Delivery", "Inspection", "Vessel", "Vessel Class", "Work Order" ], shown.call
    ask :post, model_diagram_placement_path(@stored, diagram.id), chosen: id("Vessel"), steps: 1, diagram_id: diagram.id
    assert_equal [ "Engineer", "Sailing" ] - shown.call, [ "Engineer" ]
    assert_match(/Put 1 card on Fleet/, label)
    ask :get, model_diagram_path_path(@stored, diagram.id), chosen: [ id("Vessel"), id("Passenger") ].join(",")
    assert_match(/Vessel → Sailing → Ticket → Passenger. 2 cards of it are not on this diagram/, response.body)
    delete model_diagram_path(@stored, diagram.id)
    refute now.key?(diagram.id)
    concepts = now.all(:diagram).select { |each| each.stage == "concept" }
    concepts.each { |each| delete model_diagram_path(@stored, each.id) }
    assert_match(/keeps at least one diagram/, response.body)
    assert_equal concepts.last.id, now.all(:diagram).find { |each| each.stage == "concept" }.id
  end

  test "relationships of every kind, subtypes, notes and tags" do
    ends = { from_id: id("Vessel"), to_id: id("Timetable") }
    Kelvath::Editing::Relating::WAYS.each_key { |way| assert_undoable(
      /Added relationship Vessel Timetable/
    ) { ask :post, model_elements_path(@stored), kind: "relationship", way:, **ends } }
    assert_undoable(/Added subtype group/) { ask :post, model_elements_path(@stored), kind: "subtype_group", **ends }
    assert_undoable(/Added note Vessel/) do
      ask :post, model_elements_path(@stored), kind: "note", parent_id: id("Vessel"), text: "Ask the harbour master."
    end
    assert_undoable(/Changed tags of entity Vessel|Added tag/) do
      ask :patch, "#{model_path(@stored)}/cells/#{id("Vessel")}", column: "tag_ids", value: "Core"
    end
    %w[note frame rectangle ellipse].each do |shape|
      assert_undoable(/Added diagram note/) do
        ask :post, model_elements_path(@stored), kind: "diagram_note", diagram_id: @logical.id, shape:,
            text: "See <b>there</b>", x: 5, y: 6
      end
    end
    identifier = @model.children(id("Vessel"), :identifier).reject(&:primary).first
    assert_undoable(/Made an identifier of Vessel the primary one/) do
      ask :patch, model_element_identifier_rank_path(@stored, identifier.id), primary: "yes"
    end
  end

  test "custom fields take only what fits them" do
    ask :post, model_elements_path(@stored), kind: "custom_field", name: "Owner"
    field = now.all(:custom_field).first
    ask :patch, model_element_path(@stored, field.id), field: "type", value: "date", seen: "text"
    ask :patch, model_custom_value_path(@stored, field.id), element_id: id("Vessel"), value: "tomorrow"
    assert_response :unprocessable_entity
    assert_match(/Owner must be a date such as/, response.body)
    assert_undoable(/Added custom value/) do
      ask :patch, model_custom_value_path(@stored, field.id), element_id: id("Vessel"), value: "2026-05-31"
    end
  end

  test "transformations are shown, then done" do
    ask :get, new_model_transformation_path(@stored), key: "roll_up", chosen: id("Booked Vehicle")
    assert_match(/What this would do.*attribute Booked Vehicle · Seats/m, response.body)
    shown = seen(new_model_transformation_path(@stored), key: "roll_up", chosen: id("Booked Vehicle"))
    assert_undoable(/Roll subtypes up: Booked Vehicle/) do
      ask(:post, model_transformations_path(@stored), key: "roll_up", chosen: id("Booked Vehicle"), shown:)
    end
    ask :get, new_model_transformation_path(@stored), key: "split", chosen: id("Vessel")
    assert_match(/Choose above/, response.body)
    ask :get, new_model_transformation_path(@stored), key: "roll_down", chosen: id("Crew Member")
    assert_match(/may be none of its subtypes/, response.body)
    ask :post, model_transformations_path(@stored), key: "explode", chosen: id("Vessel")
    assert_response :unprocessable_entity
  end

  test "findings are counted, shown and mended" do
    get model_findings_path(@stored)
    assert_select ".finding-group summary", minimum: 3
    finding = Kelvath::Findings.of(@model).find { |each| each.check.key == "unresolved_many_to_many" }
    ask :get, new_model_finding_fix_path(@stored, finding.key)
    assert_match(/entity Engineer Vessel Class/, response.body)
    shown = seen(new_model_finding_fix_path(@stored, finding.key))
    assert_undoable(/Mended a finding: Resolve it into an entity/) do
      ask(:post, model_finding_fix_path(@stored, finding.key), shown:)
    end
    ask :post, model_finding_fix_path(@stored, "missing_identifier:nobody"), shown: "x"
    assert_response :not_found
    ask :post, model_finding_fix_path(@stored, finding.key), shown: "x"
    assert_response :conflict
  end

  test "a finding is put aside, counted as such, and taken up again; a definition is written, never made up" do
    ask :post, model_elements_path(@stored), kind: "entity", name: "Buoy"
    key = "missing_definition:#{id_now('Buoy')}"
    ask :get, new_model_finding_fix_path(@stored, key)
    assert_select "textarea[name=text]"
    assert_undoable(/Put a finding aside: Buoy has no definition/) do
      ask :post, model_finding_aside_path(@stored, key), reason: "Bought in."
      get model_findings_path(@stored)
      assert_select ".finding-group", text: /Put aside 1 Buoy has no definition\. Bought in\./
      get model_findings_path(@stored, count: "yes")
      assert_match(/1 put aside/, response.body)
    end
    ask :post, model_finding_aside_path(@stored, key), reason: " "
    assert_response :unprocessable_entity
    ask :delete, model_finding_aside_path(@stored, key)
    assert_response :not_found
    shown = seen(new_model_finding_fix_path(@stored, key))
    assert_undoable(/Write its definition/) do
      ask :post, model_finding_fix_path(@stored, key), shown:, text: "A mark."
    end
    ask(:post, model_finding_fix_path(@stored, key), shown:)
    assert_response :bad_request
  end

  test "copies within a model and between two" do
    ask :get, model_clips_path(@stored), chosen: [ id("Vessel"), id("Inspection") ].join(","), diagram_id: @logical.id
    clip = response.body
    assert_undoable(/Pasted Vessel 2, Inspection 2/) do
      ask :post, model_clips_path(@stored), text: clip, diagram_id: @logical.id
    end
    other = StoredModel.start("Other", by: "Guest", label: "Began")
    ask :post, model_clips_path(other), text: clip
    assert_equal %w[Inspection Vessel], other.reload.model.all(:entity).map(&:name).sort
    ask :post, model_clips_path(other), text: "Dear harbour master,"
    assert_response :unprocessable_entity
    assert_match(/was not copied here/, response.body)
  end

  test "prose is read, rewritten and refused with a reason" do
    assert_undoable(/Read 2 sentences/) do
      ask :post, model_prose_path(@stored),
          text: "A Buoy is identified by its Number. Each Harbour may mark many Buoys."
    end
    link = @model.all(:relationship).find { |each| each.phrase == "describe" }
    assert_undoable(/Changed verb phrase/) do
      ask :patch, "#{model_path(@stored)}/sentences/relationship:#{link.id}",
          text: "Each Vessel Class may shape many Vessels; each Vessel must be built to exactly one Vessel Class."
    end
    ask :patch, "#{model_path(@stored)}/sentences/relationship:#{link.id}", text: "Vessels are blue."
    assert_response :unprocessable_entity
    assert_match(/data-reason="After “Vessels” word 2 is “are”/, response.body)
    get model_prose_path(@stored, format: :text)
    assert_equal Kelvath::Prose.text(now), response.body.force_encoding("UTF-8")
  end

  test "milestones are named, read and restored" do
    post model_milestones_path(@stored), params: { name: "Agreed" }
    ask :patch, model_element_path(@stored, id("Vessel")), field: "name", value: "Ship", seen: "Vessel"
    then_model = @model
    milestone = @stored.milestones.first
    get model_milestone_path(@stored, milestone)
    assert_select "svg text", text: "Vessel"
    assert_select "aside p", text: "entity Vessel: name Vessel → Ship"
    post model_milestone_restoration_path(@stored, milestone)
    assert_equal then_model, now
    assert_equal "Restored the milestone Agreed", label
    post model_milestones_path(@stored), params: { name: "Agreed" }
    assert_response :unprocessable_entity
  end

  test "a model begins with a starter, and becomes one" do
    post models_path, params: { name: "Mart", starter: "warehouse" }
    mart = StoredModel.find_by!(name: "Mart").model
    assert_includes mart.all(:domain).map(&:name), "Additive Measure"
    assert_equal "idef1x", mart.all(:diagram).first.notation
    post model_starter_path(@stored), params: { name: "Ferry house", definition: "Ours" }
    get root_path
    assert_select "label", text: /Ferry house/
    post models_path, params: { name: "Second", starter: KeptStarter.last.starter.key }
    assert_includes StoredModel.find_by!(name: "Second").model.all(:domain).map(&:name), "Fare Band"
    post model_starter_path(@stored), params: { name: "Plain" }
    assert_response :unprocessable_entity
    post models_path, params: { name: "Third", starter: "nowhere" }
    assert_response :not_found
  end

  test "a hostile name is only ever text" do
    ask :patch, model_element_path(@stored, id("Vessel")), field: "name", value: %(<script>alert("x")</script>)
    paths = [ model_diagram_path(@stored, @logical.id), model_ledger_path(@stored, "logical"),
              model_prose_path(@stored), model_findings_path(@stored), model_journal_path(@stored),
              model_diagram_export_path(@stored, @logical.id, format: :svg),
              model_diagram_print_path(@stored, @logical.id), model_element_path(@stored, id("Vessel")),
              model_element_editor_path(@stored, id("Vessel")) ]
    paths.each do |path|
      get path
      assert_response :success, path
      refute_match(/<script>alert/, response.body, path)
    end
  end

  test "sizes appear with the type that has them, and what a domain gives is seen with where it is from" do
    attribute = @model.children(id("Passenger"), :attribute).find { |each| each.domain_id.nil? && each.type.present? }
    sizes = ->(hidden) { css_select("[id^=set-#{attribute.id}-precision]#{"[hidden]" if hidden}").size }
    ask :get, model_element_path(@stored, attribute.id)
    assert_equal 1, sizes.call(true)
    ask :patch, model_element_path(@stored, attribute.id), field: "type", value: "decimal", selected: attribute.id
    assert_equal [ 0, 1 ], [ sizes.call(true), sizes.call(false) ]
    domain = @model.all(:domain).find(&:length)
    %w[type length].each { |field| ask :patch, model_element_path(@stored, attribute.id), field:, value: "" }
    ask :patch, model_element_path(@stored, attribute.id), field: "domain_id", value: domain.id
    ask :get, model_element_path(@stored, attribute.id)
    assert_select "input[placeholder='#{domain.length}, from #{domain.name}']"
    get model_ledger_path(@stored, "logical", filter: attribute.name)
    assert_select "td.inherited[title='From the domain #{domain.name}']", text: domain.length.to_s
  end

  test "about the model: author, status and fields of the house's own" do
    ask :post, model_elements_path(@stored), kind: "custom_field", name: "Steward"
    field = now.all(:custom_field).last
    ask :patch, model_element_path(@stored, field.id), field: "of", value: "header"
    header = now.header
    assert_undoable(/Changed status/) do
      ask :patch, model_element_path(@stored, header.id), field: "status", value: "agreed"
    end
    assert_undoable(/Steward|custom value/) do
      ask :patch, model_custom_value_path(@stored, field.id), element_id: header.id, value: "Harbour office"
      ask :get, model_element_path(@stored, header.id)
      assert_select "input[value='Harbour office']"
    end
  end

  test "the model's notation and platform are chosen from what exists" do
    header = @model.header
    ask :get, model_element_path(@stored, header.id)
    options = css_select("select option").map { |option| option["value"] }
    assert_empty Kelvath::Metamodel::NOTATIONS.keys + Kelvath::Platforms.all.map(&:key) - options
    assert_undoable(/Changed notation of new diagrams/) do
      ask :patch, model_element_path(@stored, header.id), field: "notation", value: "uml"
    end
  end
end
