# frozen_string_literal: true

require_relative "../../browser_test_case"

# A dossier made from nothing, what its look-over finds, and its HTML file opened from the disk.
class DossierBrowserTest < BrowserTestCase
  test "from nothing to a file that is opened from the disk, searched and walked by its drawings and by keys" do
    stored = ferries
    visit "/models/#{stored.id}/dossiers"
    fill_in "Name of the copy", with: "Fleet handbook"
    click_button "Copy"
    assert_selector "[aria-current='page']", text: "Fleet handbook"
    select "Entities", from: "What the new chapter holds"
    click_button "Add"
    assert_text "Something found wrong in an inspection."
    find("#chapters a", text: "What this is about").click
    fill_in "In Markdown; empty: what the model is for", with: "# Who reads this\n\nThe *harbour office*."
    find("body").click
    assert_selector ".book-preview em", text: "harbour office"
    mend(stored)
    shape
    click_button "One HTML file"
    assert_text "Published"
    assert_empty faults
    from_the_disk(Run.last.output_path)
  ensure
    Run.where(kind: "publishing").each(&:remove_files)
  end

  private

  # A diagram's name that says nothing is found; it gets one, and is found no more.
  def mend(stored)
    assert_selector "#look-over li", text: "The diagram “Concept” has no name that says what it shows."
    assert_empty faults
    concept = stored.model.all(:diagram).find { |each| each.name == "Concept" }
    stored.journal.commit(Kelvath::Editing.set(stored.model, concept.id, "name", "What the ferries know"), by: "Guest")
    visit current_url
    assert_no_text "The diagram “Concept” has no name"
  end

  # What is shown of entities is chosen; a diagram too large for its page is divided, and the parts are put in order.
  def shape
    find("#chapters a", text: "Entities").click
    assert_selector ".book-preview", text: "Rules"
    find("#choices summary").click
    uncheck "Rules"
    assert_no_selector ".book-preview", text: "Rules"
    within(find("#look-over li", text: "“Logical” is written")) { click_button "Divide it by subject area" }
    find("#chapters a", text: "Diagrams").click
    assert_selector ".book-preview figcaption", text: "Logical: Fleet"
    find("#dossier-scope summary").click
    click_button "Logical: Network one place up"
    assert_selector "#order", text: /Logical: Network.*Logical: Fleet/m
  end

  # A card leads to its page; search and keys do, too.
  def from_the_disk(path)
    file = "#{path}.html"
    FileUtils.cp(path, file)
    visit "file://#{file}"
    assert_selector "figure h3", text: "What the ferries know"
    assert_empty faults
    find("figure svg a[href='##{id_of('Harbour')}']", match: :first).click
    assert_selector "[id='#{id_of('Harbour')}']:focus"
    press "/"
    press "vessel cl"
    assert_selector "#found li", text: "Vessel Class"
    press :Down, :Enter
    assert_selector "[id='#{id_of('Vessel Class')}']:focus"
    assert_equal "##{id_of('Vessel Class')}", page.evaluate_script("location.hash")
  end

  def id_of(name) = StoredModel.ready.last.model.all(:entity).find { |each| each.name == name }.id
end
