# frozen_string_literal: true

require_relative "../browser_test_case"

# The desk over the ferry company: what only a browser can show.
class DeskTestInBrowser < BrowserTestCase
  setup { @stored = ferries }

  test "cards are chosen by band and by Shift, brought out, copied, and taken off" do
    open_diagram "concept"
    click_button "Fit"
    mouse = page.driver.browser.mouse
    mouse.move(x: 300, y: 320).down(modifiers: SHIFT)
    mouse.move(x: 700, y: 500, steps: 4).move(x: 900, y: 600, steps: 4)
    assert_selector "#world .rubber-band"
    mouse.up(modifiers: SHIFT)
    assert_selector "#cards .card.selected", minimum: 2
    page.execute_script("document.getElementById('drawing').focus()")
    press [ :Control, "a" ]
    assert_text "28 selected"
    press :Escape
    card("Vessel Class").click
    card("Vessel").click(:shift)
    assert_text "2 selected"
    click_button "Show the way between the two"
    assert_selector "#world.lit .line.near"
    press :Escape
    card("Vessel").click
    press [ :Control, "d" ]
    assert_selector :entry, "Vessel 2"
    press :Delete
    assert_text "the model keeps it"
    assert_selector :entry, "Vessel 2"
  end

  test "a frame carries the cards that lie in it, and a note is written where it stands" do
    open_diagram "concept"
    diagram = @stored.model.all(:diagram).find { |each| each.stage == "concept" }
    node = @stored.model.referrers(entity(@stored.model, "Crew Member").id, :diagram_node)
                  .find { |each| each.parent_id == diagram.id }
    place = { x: node.x - 20, y: node.y - 40, width: 400.0, height: 200.0 }
    @stored.journal.commit(Kelvath::Draft.change(@stored.model, ids: Ids) { |draft|
      draft.add(:diagram_note, parent_id: diagram.id, shape: "frame", text: "Aboard", **place)
    }, by: "Guest")
    visit page.current_path
    assert_text "92 %" # the drawing has come to rest
    frame = find("#frames .frame-touch")
    before = card("Crew Member")["transform"]
    x, y = point(frame, across: 1, down: 0.5)
    drag [ x - 1, y ], [ x + 119, y + 60 ]
    assert_text "Moved 2 cards and notes"
    assert_no_selector "#cards .card[transform='#{before}']"
    moved = @stored.reload.model[node.id]
    assert_in_delta node.x + (120 * 100 / find("[data-canvas-target=scale]").text.to_f), moved.x, 4
    find(".palette-thing", text: "Note").click
    assert_selector "#card-editor textarea"
    press "Ask the master", :Enter
    assert_selector "#notes text", text: "Ask the master"
    assert_no_selector ".contents-entry", text: "Ask"
  end

  test "a relationship is made by keys, its kind chosen by a number" do
    open_diagram "concept"
    find(:entry, "Timetable").click
    page.execute_script("document.getElementById('drawing').focus()")
    press [ :Alt, "r" ]
    find(:entry, "Harbour").click
    page.execute_script("document.getElementById('drawing').focus()")
    press :Enter
    assert_selector "#relate-as button", count: 6
    press "5"
    assert_selector "#read-back", text: "Each Timetable may be related to many Harbours."
  end

  test "the notation, the detail and a layout change the drawing, and undo brings it back" do
    open_diagram "logical"
    assert_field "Notation"
    select "IDEF1X", from: "Notation"
    assert_selector "#lines .ink-line_solid", minimum: 10
    select "Chen", from: "Notation"
    assert_selector "#cards ellipse.ink-card_face", minimum: 50
    select "names", from: "Detail"
    assert_no_selector "#cards ellipse"
    check "Legend shown"
    assert_selector "#panel-legend", text: "LEGEND · Chen"
    find("summary", text: "Lay out").click
    click_button "On a circle"
    assert_text "Laid out Logical: on a circle"
    5.times do
      revision = @stored.reload.revision
      press [ :Control, "z" ]
      wait_until { @stored.reload.revision > revision } # notices go after a while, the journal stays
    end
    assert_selector "#cards .spine, #cards .ink-spine", minimum: 10, visible: :all
  end

  test "lines are routed anew while a card is dragged" do
    open_diagram "concept"
    find(:entry, "Vessel Class").click
    chosen = card("Vessel Class")
    link = find("#lines .line[data-from='#{chosen["data-id"]}']", match: :first, visible: :all)
    before = link.find(".line-path", visible: :all)["d"]
    mouse = page.driver.browser.mouse
    x, y = point(chosen, across: 0.5, down: 0.3)
    mouse.move(x:, y:).down
    mouse.move(x: x + 60, y: y + 30, steps: 6)
    wait_until do
      page.evaluate_script("(() => { const line = document.querySelector(`#lines " \
                           ".line[data-from='#{chosen["data-id"]}']`); return !line.classList.contains('moving') && " \
                           "line.querySelector('.line-path').getAttribute('d') !== #{before.to_json} })()")
    end
    press :Escape
    mouse.up
    assert_equal 2, @stored.reload.revision, "nothing was kept"
  end

  test "the command box takes the first match, and makes something new as the last choice" do
    open_diagram "logical"
    entities = -> { StoredModel.find(@stored.id).model.all(:entity).map(&:name) }
    names = entities.call
    command "grid"
    assert_selector ".toast", text: "Laid out Logical: in a grid"
    command "Inspect"
    assert_selector "#particulars input[value=Inspection]"
    assert_equal names, entities.call
    page_keys [ :Control, "k" ]
    page_keys "Inspector"
    assert_selector "#found [aria-current]", text: "Inspector Name"
    page_keys :Up
    assert_selector "#found [aria-current]", text: "Make the entity “Inspector”"
    page_keys :Enter
    assert_selector "#cards .card", text: "Inspector"
    command "Each Inspector may make many Inspections."
    assert_selector ".toast", text: "make"
    assert_equal names.size + 1, entities.call.size
  end

  test "the ledger is filled down, reordered, filtered and copied" do
    visit "/models/#{@stored.id}/ledgers/logical"
    rows = find("tr.group-title td", exact_text: "Berth").find(:xpath, "./ancestor::tbody")
    rows.find("tr", text: "Depth").find("[data-column=default_value]").click
    press :Enter, "5", :Enter
    assert_selector :cell, "5", column: "default_value"
    rows.find("tr", text: "Depth").find("[data-column=default_value]").click
    press [ :Shift, :Down ]
    assert_selector "td.taken", count: 2
    press [ :Control, "d" ]
    assert_text "Filled 2 rows"
    assert_selector :cell, "5", column: "default_value", count: 2
    press [ :Control, "z" ]
    assert_selector :cell, "5", column: "default_value", count: 1
    rows.find("tr", text: "Depth").find("[data-column=name]").click
    press [ :Alt, :Up ]
    assert_text "Moved 1 row up"
    drag_row rows.find("tr", text: "Depth"), rows.find("tr", text: "Has Ramp")
    assert_text "Moved 1 row down"
    assert_equal %w[Has\ Ramp Depth],
                 rows.all("td[data-column=name]").map(&:text).select { |name| [ "Depth", "Has Ramp" ].include?(name) }
    fill_in "Filter rows", with: "type:money"
    press :Enter
    assert_selector :cell, "Money Amount", column: "type", minimum: 4
    assert_no_selector :cell, "Metres", column: "type"
  end

  test "rows far down come when the ledger is scrolled to them" do
    visit "/models/#{@stored.id}/ledgers/logical"
    assert_selector "tbody[data-waiting]", visible: :all
    find(:entry, "Work Order").click
    assert_selector :cell, "Estimated Cost", column: "name", exact: true
  end

  test "a finding beside the work is shown, mended and gone" do
    open_diagram "logical"
    find(:entry, "Booked Vehicle").click
    within("#particulars") { click_button "Mend" }
    within("#ask") { click_button "Tell them apart by Kind" }
    assert_text "Mended a finding: Tell them apart by Kind"
    assert_link "2 findings"
    assert_no_selector "#particulars", text: "tells its subtypes apart"
  end

  test "a domain dragged onto a card becomes an attribute; what decides what leads to third normal form" do
    open_diagram "logical"
    find(:entry, "Passenger").click
    find("summary", text: "Domains").click
    drag_onto find(:entry, "Percentage"), card("Passenger")
    assert_text "Added attribute Passenger · Percentage"
    find(:entry, "Passenger").click
    within("#particulars") do
      [ "Postcode: text(8)", "Town: text(40)" ].each do |line|
        write_into("New attribute", line) && assert_text(line[/\w+/])
      end
      write_into "New dependency: what decides what", "Postcode decides Town"
      assert_text "Normal form: second"
    end
    find(:entry, "Passenger").click
    click_button "Decompose into third normal form…"
    within("#ask") do
      assert_text "nothing is lost"
      click_button "Decompose into third normal form"
    end
    assert_selector :entry, "Postcode"
    assert_equal [ "Postcode", "Town" ], @stored.reload.model.then { |model|
      model.children(model.all(:entity).find { |each| each.name == "Postcode" }.id, :attribute).map(&:name)
    }
  end

  test "blocks are copied from the ledger as tabs and lines" do
    visit "/models/#{@stored.id}/ledgers/kind:domain"
    find(:cell, "Code3", column: "name", exact: true).click
    press [ :Shift, :Right ]
    press [ :Shift, :Down ]
    copied = page.evaluate_script("(() => { const data = new DataTransfer(); " \
                                  "document.activeElement.dispatchEvent(new ClipboardEvent('copy', { clipboardData: " \
                                  "data, bubbles: true, cancelable: true })); return data.getData('text/plain') })()")
    assert_equal "Code3\t\nCount\t", copied
  end

  test "the command box finds objects and actions" do
    open_diagram "concept"
    press [ :Control, "k" ]
    press "uml class"
    find("#found button", text: "Draw in UML class notation").click
    assert_text "Changed notation of diagram Concept"
    press [ :Control, "k" ]
    press "ledger of domains"
    find("#found a", text: "Open the ledger of domains").click
    assert_selector :cell, "Money Amount"
  end

  test "a drawing is saved as PNG" do
    open_diagram "concept"
    click_button "Save as PNG"
    assert_selector "button[data-saved]", text: "Save as PNG"
    assert_operator find("button[data-saved]")["data-saved"].to_i, :>, 20_000
  end

  test "the main views have no serious accessibility fault" do
    concept, logical = %w[concept logical].map { |stage| diagram_of(stage) }
    pages = [ "/", "/models/#{@stored.id}/diagrams/#{concept.id}", "/models/#{@stored.id}/diagrams/#{logical.id}",
              "/models/#{@stored.id}/ledgers/logical", "/models/#{@stored.id}/ledgers/kind:relationship",
              "/models/#{@stored.id}/prose", "/models/#{@stored.id}/findings", "/models/#{@stored.id}/journal",
              "/models/#{@stored.id}/milestones", "/models/#{@stored.id}/designs", "/models/#{@stored.id}/starter/new" ]
    pages.each do |path|
      visit path
      assert_selector "h1, #drawing"
      page.has_css?("#findings-count a", wait: 3)
      assert_empty faults, path
    end
    visit pages[2]
    find(:entry, "Vessel").click
    assert_selector "#particulars", text: "Restructure"
    assert_empty faults, "with Particulars of an entity"
  end

  private

  def command(line)
    reach_command_box
    page_keys line, :Enter
    assert_field "Command box", with: ""
  end

  SHIFT = 8 # as the browser's protocol counts held keys

  def card(name) = find("#card-#{@stored.reload.model.all(:entity).find { |each| each.name == name }.id}")

  def write_into(label, text) = find_field(label).send_keys(text, :enter)

  def drag_row(row, onto)
    page.execute_script(<<~JS, row.find(".grip"), onto)
      const options = { dataTransfer: new DataTransfer(), bubbles: true, cancelable: true }
      arguments[0].dispatchEvent(new DragEvent("dragstart", options))
      arguments[1].firstElementChild.dispatchEvent(new DragEvent("drop", options))
    JS
  end

  def drag_onto(source, target)
    x, y = point(target)
    page.execute_script(<<~JS, source, x, y)
      const data = new DataTransfer()
      arguments[0].dispatchEvent(new DragEvent("dragstart", { dataTransfer: data, bubbles: true }))
      document.getElementById("drawing").dispatchEvent(new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true, clientX: arguments[1], clientY: arguments[2] }))
    JS
  end

  def diagram_of(stage) = @stored.model.all(:diagram).find { |diagram| diagram.stage == stage }

  def open_diagram(stage)
    visit "/models/#{@stored.id}/diagrams/#{diagram_of(stage).id}"
    assert_selector "#cards .card", count: 28, visible: :all
  end
end
