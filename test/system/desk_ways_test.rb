# frozen_string_literal: true

require_relative "../browser_test_case"

# The same small model is built three times from nothing: by keys alone, in Prose alone, on the Diagram alone.
class DeskWaysTest < BrowserTestCase
  test "with the keyboard alone" do
    visit "/"
    tab_to "Name of the model"
    press "Keys", :Enter
    assert_text "Type the name of an entity"
    [ "Vessel", "Sailing", "Each Vessel may make many Sailings; each Sailing must be made by exactly one Vessel." ]
      .each { |line| write_on_drawing(line) }
    assert_selector "#lines .line", count: 1

    press :Tab # to the first card
    press :F2
    assert_selector "#card-editor input"
    press :Enter, "A ferry that the company owns.", :Enter
    assert_no_selector "#card-editor"
    go_to_ledger
    press :Enter, "Hull Number: text(12)*", :Enter
    assert_selector :cell, "Hull Number", exact: true
    command "A Sailing is identified by its Sailing Number."
    assert_selector :cell, "Sailing Number", exact: true
    assert_model
    press [ :Control, "z" ]
    assert_no_selector :cell, "Sailing Number", exact: true
  end

  test "with the keyboard alone: the fleet of the ferry company, its domains included" do
    visit "/"
    tab_to "Name of the model"
    press "Fleet by keys", :Enter
    assert_text "Type the name of an entity"
    press [ :Alt, "3" ]
    assert_selector "#paragraphs"
    tab_until "document.activeElement?.id === 'paragraphs'"
    source = fleet
    Kelvath::Prose.text(source).each_line(chomp: true) { |line| dictate line }
    press [ :Control, :Enter ]
    assert_selector ".sentence-text", text: "Each Vessel may undergo many Inspections"
    assert_empty differences(source)
  end

  test "in Prose alone: the whole ferry company" do
    begin_model "Ferries in words"
    click_link "Prose"
    source = ferries.model
    StoredModel.find_by!(name: "Hollin Sound Ferries").destroy!
    page.execute_script("arguments[0].value = arguments[1]", find("#paragraphs"), Kelvath::Prose.text(source))
    click_button "Read it"
    assert_selector ".sentence-text", text: "A Booked Vehicle is a Car, a Lorry or a Coach"
    assert_no_selector ".sentence-unread"
    assert_empty differences(source)
    click_link "Logical"
    assert_selector "#cards .card", count: 28, visible: :all
  end

  test "in Prose alone" do
    begin_model "Prose"
    click_link "Prose"
    fill_in "Write or paste more", with: <<~TEXT
      A Vessel is a ferry that the company owns. A Vessel must have a Hull Number (text(12)) and a Name.
      A Vessel is identified by its hull number. Each Vessel may make many Sailings; each Sailing must be made by exactly one Vessel.
      A Sailing is identified by its Sailing Number. Vessels are blue.
    TEXT
    click_button "Read it"
    assert_selector ".sentence-unread", text: "Vessels are blue."
    assert_text "word 2 is “are”; expected “may” or “must” with a verb"

    sentence = find(".sentence-text", text: "Each Vessel may make many Sailings", match: :first)
    rewrite sentence, "Each Vessel must make at least one Sailing; each Sailing must be made by exactly one Vessel."
    assert_selector ".sentence-text", text: "Each Vessel must make at least one Sailing"
    rewrite find(".sentence-text", text: "A Vessel must have"),
            "A Vessel must have a Hull Number (text(12)) and a Length in metres."
    assert_selector ".sentence-text", text: "measured in “metres”"
    rewrite find(".sentence-text", text: "Vessels are blue"), ""
    assert_no_selector ".sentence-unread"
    rewrite find(".sentence-text", text: "A Sailing is identified"), "A Sailing is identyfied by its Number."
    assert_selector ".sentence-unread .sentence-reason", text: "word 4 is “identyfied”; expected “identified by”"
    assert_model
    assert_equal [ 1, nil ], model_now.all(:relationship).first.then { |link| [ link.to_least, link.to_most ] }
  end

  test "on the Diagram alone" do
    begin_model "Drawn"
    click_link "Logical"
    drop_from_palette "Entity", 420, 220
    press "Vessel", :Enter
    card("Vessel")
    drop_from_palette "Entity", 720, 420
    press "Sailing", :Enter
    drag point(find_handle("Vessel")), point(card("Sailing"))
    within("#relate-as") { find("button", text: "One Vessel, any number of Sailing").click }
    assert_selector "#lines .line", count: 1
    write_on_card "Vessel", "Hull Number: text(12)*", "Name: text(60)"
    write_on_card "Sailing", "Sailing Number: integer*"
    assert_selector "#cards .card", text: "Vessel Hull Number"
    assert_model

    # An identifying relationship by Shift, a subtype by its number.
    { "Ticket" => [ 720, 650 ], "Day Ticket" => [ 480, 650 ] }.each do |name, (x, y)|
      drop_from_palette "Entity", x, y
      press name, :Enter
      assert_selector :entry, name
    end
    relate_by_drag "Sailing", "Ticket", shift: true
    assert_text "Added relationship Sailing Ticket"
    relate_by_drag "Ticket", "Day Ticket"
    press "6"
    assert_text "Added subtype group Ticket"
    keys = Kelvath::Logical::KeyMigration.of(model_now)
    assert_equal [ "Sailing Number" ],
                 keys.primary(model_now.all(:entity).find { |each| each.name == "Day Ticket" }.id).map(&:name)
    press [ :Control, "z" ]
    assert_text "Undid: Added subtype group"

    card("Vessel").click
    card("Sailing").click(:shift)
    assert_text "2 selected"
    click_button "Align left edges"
    assert_text "Align left edges: 2 cards"
    drop_from_palette "Note", 950, 200
    assert_selector "#notes .note"
    card("Vessel").click
    press :Delete
    assert_text "the model keeps it"
    assert_selector :entry, "Vessel"
    press [ :Control, "z" ]
    card("Vessel")
  end

  private

  SHIFT = 8 # as the browser's protocol counts held keys

  def begin_model(name)
    visit "/"
    fill_in "Name of the model", with: name
    click_button "Begin", match: :first
    assert_text "Type the name of an entity"
  end

  def model_now = ActiveRecord::Base.uncached { Kelvath::Model.of(ElementStore.read(StoredModel.last.id)) }

  # The subject area Fleet of the demo alone, with the domains it uses.
  def fleet
    model = ferries.model
    StoredModel.find_by!(name: "Hollin Sound Ferries").destroy!
    area = model.all(:subject_area).find { |each| each.name == "Fleet" }
    clip = Kelvath::Editing::Clips.copy(model,
                                        model.all(:entity).select { |each| each.subject_area_id == area.id }.map(&:id))
    Kelvath::Editing::Clips.paste(Kelvath::Model::EMPTY, clip, ids: Ids).apply(Kelvath::Model::EMPTY)
  end

  # Of the logical side; the model's own name and colours aside.
  def differences(source)
    kinds = Kelvath::Metamodel::LOGICAL - [ :header ]
    Kelvath::Comparison.models(source.only(kinds), model_now.only(kinds)).reject { |each| each.field == :colour }
                       .map(&:to_s)
  end

  # What all three ways must have made.
  def assert_model
    wait_until { model_now.all(:attribute).size > 1 && model_now.all(:identifier).size == 2 }
    keys = Kelvath::Logical::KeyMigration.of(model_now)
    held = model_now.all(:entity).sort_by(&:name).to_h do |entity|
      [ entity.name, keys.held(entity.id).select { |each| each.primary || each.migrated? }.map(&:name) ]
    end
    assert_equal({ "Sailing" => [ "Sailing Number", "Vessel Hull Number" ], "Vessel" => [ "Hull Number" ] },
                 held.transform_values(&:sort))
  end

  # A line as an input method hands it over, at once: each of these thousands of letters by itself takes half a minute.
  def dictate(line)
    page.driver.browser.page.command("Input.insertText", text: line)
    press :Enter
  end

  def tab_to(label) = tab_until("document.activeElement?.getAttribute('aria-label') === #{label.to_json}")

  def tab_until(condition)
    80.times do
      return if page.evaluate_script(condition)

      press :Tab
    end
    flunk "Tab never led to where #{condition}."
  end

  def write_on_drawing(line)
    page.evaluate_script("document.activeElement.id") == "drawing" || flunk("The drawing has lost the focus.")
    press line
    assert_selector "#quick-line"
    press :Enter
    assert_no_selector "#quick-line"
  end

  def command(line)
    reach_command_box
    press line, :Enter
    assert_field "Command box", with: ""
    press :Escape
    page.execute_script("document.activeElement.blur()")
  end

  # Alt+2 is the ledger; Tab leads to its first cell, the new row of the first entity.
  def go_to_ledger
    press [ :Alt, "2" ]
    assert_selector "#ledger"
    page.current_url.end_with?("concept") && visit_logical
    60.times do
      break if page.evaluate_script("document.activeElement?.matches('td[data-cell]')")

      press :Tab
    end
    press :Down
  end

  def visit_logical
    20.times do
      break if page.evaluate_script("document.activeElement?.textContent") == "Logical"

      press :Tab
    end
    press :Enter
    assert_selector ".stage-stop[aria-current]", text: "Logical"
    press [ :Alt, "2" ]
    assert_selector "#ledger tr.group-title", text: "Vessel"
  end

  def rewrite(element, text)
    element.click
    page.execute_script("arguments[0].textContent = arguments[1]", element, text)
    press :Enter
  end

  def drop_from_palette(title, x, y)
    thing = find(".palette-thing", text: title)
    page.execute_script(<<~JS, thing, x, y)
      const data = new DataTransfer()
      arguments[0].dispatchEvent(new DragEvent("dragstart", { dataTransfer: data, bubbles: true }))
      document.getElementById("drawing").dispatchEvent(new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true, clientX: arguments[1], clientY: arguments[2] }))
    JS
    assert_selector "#quick-line" if title == "Entity"
  end

  # By the handles of cards; shift: held while the line is dropped.
  def relate_by_drag(from, to, shift: false)
    start, finish = [ from, to ].map do |name|
      find("#card-#{model_now.all(:entity).find { |each| each.name == name }.id}")
    end
    start.hover
    from_x, from_y = point(start.find(".card-handle"))
    to_x, to_y = point(finish)
    mouse = page.driver.browser.mouse
    mouse.move(x: from_x, y: from_y).down
    mouse.move(x: (from_x + to_x) / 2, y: (from_y + to_y) / 2, steps: 4).move(x: to_x, y: to_y, steps: 4)
    mouse.up(modifiers: shift ? SHIFT : 0)
    assert_selector "#relate-as" unless shift
  end

  def find_handle(name)
    card(name).hover
    card(name).find(".card-handle")
  end

  def write_on_card(name, *lines)
    card(name).double_click
    assert_selector "#card-editor"
    find("#card-editor [data-new-attribute]").click
    lines.each do |line|
      press line, :Enter
      assert_selector "#card-editor input[aria-label=Attribute]", minimum: 1
      wait_until do
        page.evaluate_script("[...document.querySelectorAll('#card-editor " \
                             "input[aria-label=Attribute]')].some((input) => #{line.to_json}.startsWith(input.value))")
      end
    end
    press :Escape
    assert_no_selector "#card-editor"
  end
end
