# frozen_string_literal: true

require_relative "../config/environment"
require_relative "support/served"
require "ferrum"
require_relative "../lib/headless_browser"
require_relative "../demo/hsops"

# Walks through the demo and keeps a picture of each main view.
class Screenshots
  DIRECTORY = Rails.root.join("docs/screenshots")
  def initialize(served, browser)
    @served = served
    @browser = browser
  end

  def take
    stored = StoredModel.find_by!(name: "Hollin Sound Ferries")
    picture("models", "/")
    diagrams(stored)
    notation(stored)
    picture("prose", "/models/#{stored.id}/prose")
    picture("ledger", "/models/#{stored.id}/ledgers/logical")
    picture("findings", "/models/#{stored.id}/findings") { click("button[hx-get*='unresolved_many_to_many']") }
    design = derive(stored)
    naming(stored, design)
    diagram = stored.model.all(:diagram).find { |each| each.design_id == design }
    picture("physical", "/models/#{stored.id}/diagrams/#{diagram.id}") { zoom_to("sailings") }
    picture("script", "/models/#{stored.id}/designs/#{design}/script")
    compare(stored)
    alter(stored, design)
    decided(stored, design)
    prove(stored, design)
    dossier(stored)
    sweep(stored)
    intake
  end

  private

  def picture(name, path)
    @browser.go_to(path.start_with?("http") ? path : @served.url(path)) if path
    @browser.network.wait_for_idle
    yield if block_given?
    sleep 0.7
    @browser.screenshot(path: DIRECTORY.join("#{name}.png").to_s)
  end

  def diagrams(stored)
    %w[concept logical].map { |stage| stored.model.all(:diagram).find { |diagram| diagram.stage == stage } }
                       .each do |diagram|
      picture(diagram.stage, "/models/#{stored.id}/diagrams/#{diagram.id}") do
        zoom_to(diagram.stage == "concept" ? "Sailing" : "Inspection")
      end
    end
  end

  # A subject area in another notation, whole.
  def notation(stored)
    diagram = stored.model.all(:diagram).find { |each| each.name == "Fleet in IDEF1X" }
    picture("idef1x", "/models/#{stored.id}/diagrams/#{diagram.id}") { click("button[data-action='canvas#fit']") }
  end

  # Numbers of a design that are wider than most.
  def sweep(stored)
    change, id = Kelvath::Sweeping::Shaping.start(stored.reload.model, "Wide numbers", "column", ids: Ids)
    asked = [ [ "native_type.base", "is", "decimal" ], [ "native_type.precision", "is greater than", "6" ] ]
    conditions = asked.each_with_index.map do |(subject, operator, value), index|
      Kelvath::Metamodel::Condition.new(id: Ids.next, parent_id: id, position: index + 1.0, subject:, operator:, value:)
    end
    stored.journal.commit(change + Kelvath::ChangeSet.new(additions: conditions), by: "Guest", follow: false)
    picture("sweep", "/models/#{stored.id}/sweeps/#{id}")
  end

  # The page of a dossier, and its file opened from the disk.
  def dossier(stored)
    picture("dossier", "/models/#{stored.id}/dossiers/dossier-technical?chapter=dossier-technical-2")
    chosen = Kelvath::Publishing.fetch(stored.model, "Data dictionary")
    file = File.join(Dir.mktmpdir, "dictionary.html")
    File.write(file, Publication.bytes("html", stored.model, chosen, facts: { "person" => "Guest" }))
    picture("book", nil) do
      @browser.go_to("file://#{file}")
      @browser.keyboard.type("/", "vessel")
    end
    picture("pdf", nil) { @browser.go_to("file://#{leaves(stored.model, chosen)}") }
  end

  LEAVES = [ 2, 10 ].freeze # pages of the PDF

  # A page with some pages of a dossier's PDF side by side.
  def leaves(model, dossier)
    directory = Dir.mktmpdir
    file = File.join(directory, "dictionary.pdf")
    File.binwrite(file, Publication.bytes("pdf", model, dossier, facts: { "person" => "Guest" }))
    LEAVES.each do |number|
      system("pdftoppm", "-png", "-r", "80", "-f", number.to_s, "-l", number.to_s, "-singlefile", file,
             File.join(directory, "leaf#{number}"), exception: true)
    end
    images = LEAVES.map { |number| "<img src='leaf#{number}.png' style='height:740px;border:1px solid #d8d1c3'>" }
    page = "<body style='margin:30px;background:#ece7db;display:flex;gap:20px;justify-content:center'>#{images.join}"
    File.join(directory, "leaves.html").tap { |path| File.write(path, page) }
  end

  # Chooses an entry of Contents, which brings its card to the middle.
  def zoom_to(name) = click(".contents-entry[title='#{name}']")

  def click(selector)
    @browser.at_css(selector).click
    sleep 0.4
  end

  # Runs are processes of their own and take the time they need.
  # Answers what the block answers in the end.
  def await
    200.times do
      found = yield
      return found if found

      sleep 0.2
    end
    raise "a run did not end"
  end

  def derive(stored)
    @browser.go_to(@served.url("/models/#{stored.id}/designs"))
    @browser.at_xpath("//button[contains(., 'SQLite')]").click
    sleep 1
    stored.reload.model.all(:design).first.id
  end

  # The design as the old system's rulebook would name it; the house's words.
  def naming(stored, design)
    lexicon, other = %w[Hollin\ Sound\ words HSOPS\ names].map do |name|
      StoredModel.find_by!(name:)
    end
    picture("naming", "/models/#{stored.id}/naming?design=#{design}&lexicon=#{lexicon.id}&rulebook=#{other.id}")
  end

  # From a milestone to what some decisions made of the design; they are taken back.
  def alter(stored, design)
    stored.reload
    Milestone.create!(model_id: stored.id, name: "As installed", person: "Harbour Master", revision: stored.revision)
    stored.journal.commit(decisions(stored.model, design), by: "Harbour Master")
    picture("alter", "/models/#{stored.id}/designs/#{design}/alteration")
    stored.reload.journal.undo(by: "Harbour Master")
  end

  # The logical side as somebody changed it, beside what it was; it is taken back.
  def compare(stored)
    milestone = Milestone.create!(model_id: stored.id, name: "Agreed with the harbours", person: "Harbour Master",
                                  revision: stored.reload.revision)
    stored.journal.commit(upstream(stored.model), by: "Harbour Master")
    comparison = stored.comparisons.create!(person: "Guest", left: "now", right: "milestone:#{milestone.id}")
    comparison.choose(comparison.made.differences.first(2).map(&:key), "left")
    comparison.choose(comparison.made.differences.last(3).map(&:key), "right")
    picture("compare", "/models/#{stored.id}/comparisons/#{comparison.id}")
    stored.reload.journal.undo(by: "Harbour Master")
  end

  # A design in which some things were decided, and a logical side that has moved on; both are taken back.
  def decided(stored, design)
    [ decisions(stored.model, design), upstream(stored.model) ].each do |change|
      stored.journal.commit(change, by: "Harbour Master")
      stored.reload
    end
    picture("again", "/models/#{stored.id}/designs/#{design}/rederivation")
    2.times { stored.journal.undo(by: "Harbour Master") }
  end

  def decisions(model, design)
    table = ->(name) { model.children(design, :table).find { |each| each.name == name } }
    column = ->(owner, name) { model.children(table.(owner).id, :column).find { |each| each.name == name } }
    Kelvath::Draft.change(model, ids: Ids) do |draft|
      email = column.("passengers", "email")
      draft.set(email.id, mandatory: true)
      draft.set(column.("vessels", "call_sign").id, native_type: { "base" => "text" })
      draft.set(table.("tickets").id, name: "sold_tickets", name_fixed: true)
      Kelvath::Editing::Tables.add_column(draft, table.("sailings").id, "audited_at timestamp")
      Kelvath::Editing::Tables.add_index(draft, table.("passengers").id, "email")
      draft.remove(column.("berths", "depth").id)
      draft.add(:decision, parent_id: design, subject: email.id, field: "mandatory", reason: "Tickets go by mail.")
    end
  end

  def upstream(model)
    attribute = ->(owner, name) {
      entity = model.all(:entity).find { |each| each.name == owner }
      model.children(entity.id, :attribute).find { |each| each.name == name }
    }
    Kelvath::Draft.change(model, ids: Ids) do |draft|
      draft.set(attribute.("Vessel", "Call Sign").id, domain_id: nil, type: "text", length: 12)
      draft.remove(attribute.("Passenger", "Email").id)
      passenger = attribute.("Passenger", "Name").parent_id
      Kelvath::Prose::TypedAttribute.add(draft, passenger, "Birth Date: date")
      draft.set(passenger, definition: "A person who travels, or who books for others.")
    end
  end

  def prove(stored, design)
    @browser.go_to(@served.url("/models/#{stored.id}/designs/#{design}/proofs"))
    await { @browser.at_xpath("//input[contains(@value, 'Run it')] | //button[contains(., 'Run it')]") }.click
    await { @browser.at_css("progress").nil? }
    picture("proof", nil)
  end

  # The old system's file, over a connection, with some of it chosen.
  def intake
    Demo::Hsops.write(File.join(ENV.fetch("KELVATH_DATABASE_FOLDER"), "HSOPS.db"))
    connection = Connection.create!(name: "Old operations", platform: "sqlite", person: "Harbour Master", shared: true,
                                    database: "HSOPS.db")
    settings = { "never" => [ "*BKG*" ], "title" => "Old operations" }
    person = ApplicationController::DEFAULT_PERSON
    choice = IntakeChoice.keep("Without bookings", connection:, person:, settings:)
    picture("intake", "/connections/#{connection.id}/takings/new?choice=#{choice.id}")
  end
end

ENV["KELVATH_DATABASE_FOLDER"] = Dir.mktmpdir
Served.open do |served|
  browser = Ferrum::Browser.new(**HeadlessBrowser.options("hide-scrollbars"), timeout: 30)
  browser.page.set_viewport(width: 1280, height: 800)
  Screenshots.new(served, browser).take
ensure
  browser&.quit
end
