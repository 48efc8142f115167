# frozen_string_literal: true

require_relative "../browser_test_case"

# A design is decided on in ten ways, its logical side changed in ten, and derived again: all of both is there.
class RederivationTest < BrowserTestCase
  test "what was decided stays, what changed arrives, conflicts are settled, a decision is dropped, all is undone" do
    @stored = ferries
    visit "/models/#{@stored.id}/designs"
    click_button "For PostgreSQL"
    assert_selector "#cards .card", minimum: 20, visible: :all
    @diagram = page.current_path
    decide
    assert_decisions 10
    change_upstream
    before = now
    derive_again
    assert_all_of_both
    drop_a_decision
    undo_the_derivation(before)
  end

  private

  def now = ActiveRecord::Base.uncached { StoredModel.find(@stored.id).model }
  def design(model = now) = model.all(:design).first
  def table(name, model = now) = model.children(design(model).id, :table).find { |each| each.name == name }
  def columns(name, model = now) = model.children(table(name, model).id, :column)
  def column(table, name, model = now) = columns(table, model).find { |each| each.name == name }
  def type(table, name) = Kelvath::Platforms.fetch("postgresql").write_type(column(table, name).native_type)

  def show_table(name)
    find(:entry, name).click
    assert_selector "#particulars input[name=value]", match: :first
    assert_field "Name", with: name
  end

  def show_column(table, name)
    show_table(table)
    within("#particulars") { find("button", exact_text: name).click }
    assert_field "Name", with: name
  end

  # Writes into a field of Particulars and waits for what is said of it.
  def write(field, text, says:)
    within("#particulars") { fill_in field, with: text }
    press :Tab
    assert_selector ".toast", text: says
  end

  def add(label, line, says:)
    within("#particulars") { find_field(label).send_keys(line, :enter) }
    assert_selector ".toast", text: says
  end

  def decide
    show_table("ticket")
    write "Name", "sold_ticket", says: "Renamed table ticket"
    show_column("vessel", "call_sign")
    write "Type", "text", says: "Changed type"
    show_column("passenger", "email")
    within("#particulars") { check "Mandatory" }
    assert_selector ".toast", text: "Changed mandatory"
    show_column("passenger", "needs_assistance")
    write "Default", "false", says: "Changed default"
    show_table("passenger")
    add "New index", "email", says: "Added index"
    add "New column", "audited_at timestamptz", says: "Added column"
    within("#particulars") { find("summary", text: "Options in PostgreSQL").click && check("unlogged") }
    assert_selector ".toast", text: "Changed options"
    show_column("berth", "depth")
    within("#particulars") { click_button "Remove from the model" }
    assert_selector ".toast", text: "Removed column"
    extra_table
    reorder
  end

  def extra_table
    frame = point(find("main"), across: 0.6, down: 0.5)
    page.driver.browser.mouse.move(x: frame[0], y: frame[1])
    execute_script("document.getElementById('drawing').focus()")
    press "b"
    find_field("Name of a new table").send_keys("uoy", :enter)
    assert_selector ".toast", text: "Added table buoy"
  end

  def reorder
    visit "/models/#{@stored.id}/ledgers/#{design.id}"
    find(:cell, "title", column: "name", exact: true, match: :first).click
    press [ :Alt, :Up ]
    assert_selector ".toast", text: /order|Moved/i
  end

  def assert_decisions(count)
    visit "/models/#{@stored.id}/designs"
    click_link "Decisions"
    assert_selector "[data-decision]", minimum: 1
    assert_selector "[data-decision]", count:
  end

  def change_upstream
    model = @stored.reload.model
    attribute = ->(owner, name) {
      model.children(entity(model, owner).id, :attribute).find { |each| each.name == name }
    }
    logical = model.all(:diagram).find { |each| each.stage == "logical" }
    visit "/models/#{@stored.id}/diagrams/#{logical.id}"
    [ "Each Harbour may have many Buoys.", "A Vessel has a Keel Depth." ].each { |line| say line }
    { attribute.("Vessel", "Call Sign") => %w[length 12], attribute.("Passenger", "Name") => %w[length 99],
      attribute.("Route", "Title") => %w[name Heading],
      entity(model, "Ticket") => [ "definition", "A place sold." ],
      attribute.("Passenger", "Needs Assistance") => [ "default_value", "true" ],
      attribute.("Harbour", "Island Name") => [ "definition", "Where it lies." ],
      entity(model, "Lost Item") => %w[name Find] }.each { |element, (field, value)| set(element, field, value) }
    show_entity_attribute("Passenger", "Email")
    within("#particulars") { click_button "Remove from the model" }
    assert_selector ".toast", text: "Removed attribute"
  end

  def say(line)
    press [ :Control, "k" ]
    press line, :Enter
    assert_field "Command box", with: ""
  end

  def set(element, field, value)
    page.execute_script("kelvath.send('patch', arguments[0], { field: arguments[1], value: arguments[2] })",
                        "/models/#{@stored.id}/elements/#{element.id}", field, value)
    wait_until { now.fetch(element.id)[field.to_sym].to_s == value }
  end

  def show_entity_attribute(owner, name)
    find(:entry, owner).click
    within("#particulars") { find("button", exact_text: name).click }
    assert_field "Name", with: name
  end

  def derive_again
    visit "/models/#{@stored.id}/designs"
    click_link "Derive again"
    assert_text "3 conflicts"
    click_button "Derive again"
    assert_text "3 conflicts are not settled yet"
    click_button "All as the design has it"
    within("fieldset", text: "call_sign") { choose "The logical side gives", option: "theirs" }
    click_button "Derive again"
    assert_text "Derived PostgreSQL again"
  end

  def assert_all_of_both
    assert_equal [ "varchar(12)", "varchar(99)", "timestamptz" ],
                 [ type("vessel", "call_sign"), type("passenger", "name"), type("passenger", "audited_at") ]
    assert_equal [ "false", true ], [ column("passenger", "needs_assistance").default_value,
                                      column("passenger", "email").mandatory ]
    assert_nil column("berth", "depth")
    assert_equal "title", columns("certificate").min_by(&:position).name
    assert_includes columns("route").map(&:name), "heading"
    assert_equal "A place sold.", table("sold_ticket").comment
    assert_equal "Where it lies.", column("harbour", "island_name").comment
    assert_includes columns("vessel").map(&:name), "keel_depth"
    assert table("find")
    assert_includes columns("buoy").map(&:name), "harbour_code"
    assert_equal({ "unlogged" => true }, table("passenger").options)
    assert_includes now.children(table("passenger").id, :index).map(&:name), "ix_passenger_email"
  end

  def drop_a_decision
    row = find("[data-decision]", text: "sold_ticket")
    row.find_field("Why: table sold_ticket").send_keys("The auditors call it so.", :tab)
    wait_until { now.all(:decision).any? }
    assert_equal [ "The auditors call it so." ], now.all(:decision).map(&:reason)
    within(row) { click_button "Drop" }
    assert_no_selector "[data-decision]", text: "sold_ticket"
    assert table("ticket")
  end

  # The drop first, and its reason, then the whole derivation in one step.
  def undo_the_derivation(before)
    3.times do
      label = find("#undo button:not([disabled]), button", text: "Undo", match: :first)
      before_it = @stored.reload.revision
      label.click
      wait_until { @stored.reload.revision > before_it }
    end
    assert_equal before.elements.to_a.to_h, now.elements.to_a.to_h
  end
end
