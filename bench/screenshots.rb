# frozen_string_literal: true

require_relative "../config/environment"
require_relative "support/served"
require "ferrum"

# Walks through the demo and keeps a picture of each main view.
class Screenshots
  DIRECTORY = Rails.root.join("docs/screenshots")
  FLAGS = { "no-sandbox" => nil, "disable-background-networking" => nil, "disable-component-update" => nil,
            "disable-sync" => nil, "hide-scrollbars" => nil }.freeze

  def initialize(served, browser)
    @served = served
    @browser = browser
  end

  def take
    stored = StoredModel.find_by!(name: "Hollin Sound Ferries")
    picture("models", "/")
    diagrams(stored)
    notations(stored)
    picture("prose", "/models/#{stored.id}/prose")
    picture("ledger", "/models/#{stored.id}/ledgers/logical")
    picture("findings", "/models/#{stored.id}/findings") { click("button[hx-get*='unresolved_many_to_many']") }
    design = derive(stored)
    naming(stored, design)
    diagram = stored.model.all(:diagram).find { |each| each.design_id == design }
    picture("physical", "/models/#{stored.id}/diagrams/#{diagram.id}") { zoom_to("sailings") }
    picture("script", "/models/#{stored.id}/designs/#{design}/script")
    prove(stored, design)
    picture("journal", "/models/#{stored.id}/journal")
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

  # The demo's pictures of subject areas, each whole.
  def notations(stored)
    { "Fleet in IDEF1X" => "idef1x", "Sales as classes" => "uml", "Network after Chen" => "chen",
      "Operations at a glance" => "coloured" }.each do |name, file|
      diagram = stored.model.all(:diagram).find { |each| each.name == name }
      picture(file, "/models/#{stored.id}/diagrams/#{diagram.id}") { click("button[data-action='canvas#fit']") }
    end
  end

  # Chooses an entry of Contents, which brings its card to the middle.
  def zoom_to(name) = click(".contents-entry[title='#{name}']")

  def click(selector)
    @browser.at_css(selector).click
    sleep 0.4
  end

  # Runs are processes of their own and take the time they need.
  def await = (1..200).find { sleep 0.2; yield } || raise("a run did not end")

  def derive(stored)
    @browser.go_to(@served.url("/models/#{stored.id}/designs"))
    @browser.at_xpath("//button[contains(., 'SQLite')]").click
    sleep 1
    stored.reload.model.all(:design).first.id
  end

  # The design as the old system's rulebook would name it; the house's words; how it names tables.
  def naming(stored, design)
    lexicon, rulebook, other = %w[Hollin\ Sound\ words Hollin\ Sound\ names HSOPS\ names].map do |name|
      StoredModel.find_by!(name:)
    end
    picture("naming", "/models/#{stored.id}/naming?design=#{design}&lexicon=#{lexicon.id}&rulebook=#{other.id}")
    picture("lexicon", "/lexicons/#{lexicon.id}")
    picture("rulebook", "/rulebooks/#{rulebook.id}?of=column")
  end

  def prove(stored, design)
    @browser.go_to(@served.url("/models/#{stored.id}/designs/#{design}/proofs"))
    @browser.at_xpath("//button[contains(., 'Run it')]").click
    await { @browser.at_css("progress").nil? }
    picture("proof", nil)
  end

  def intake
    @browser.go_to(@served.url("/"))
    { "intake-lexicon" => "Hollin Sound words", "intake-rulebook" => "HSOPS names" }.each do |id, name|
      @browser.at_css("##{id}").select(StoredModel.find_by!(name:).id)
    end
    @browser.at_xpath("//button[contains(., 'HSOPS')]").click
    await { @browser.at_xpath("//a[contains(., 'Open the model')]") }
    picture("intake", nil)
    @browser.at_xpath("//a[contains(., 'Open the model')]").click
    sleep 1
    picture("intake-concept", nil)
  end
end

Served.open do |served|
  browser = Ferrum::Browser.new(window_size: [ 1280, 800 ], browser_options: Screenshots::FLAGS, timeout: 30,
                                process_timeout: 60)
  browser.page.set_viewport(width: 1280, height: 800)
  Screenshots.new(served, browser).take
ensure
  browser&.quit
end
