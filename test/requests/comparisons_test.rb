# frozen_string_literal: true

require "test_helper"
require "minitest/mock"

# Sides of every sort beside each other, what is decided of them, and what leaves as a file.
class ComparisonsTest < ActionDispatch::IntegrationTest
  include FerriesAtHand

  setup { @vessel = @model.all(:entity).find { |each| each.name == "Vessel" } }

  test "two designs, for one platform and for two" do
    derive("postgresql")
    derive("mariadb")
    left, right = now.all(:design)
    column = now.children(now.children(left.id, :table).find { |each| each.name == "vessel" }.id, :column)
                .find { |each| each.name == "name" }
    set(column, native_type: { "base" => "text" })
    compare "now/#{left.id}", "now/#{right.id}"
    assert_select ".compared-group[aria-label='table vessel']", text: /column name: type\s*text.*varchar\(60\)/m
    assert_select "details", text: /The right side is for MariaDB, and was brought\s+over/
    patch model_comparison_choosing_path(@stored, comparison), params: { side: "right", of: "all" }
    get model_comparison_merge_path(@stored, comparison, into: "left", format: :sql)
    assert_match(/ALTER TABLE vessel\s+ALTER COLUMN name TYPE varchar\(60\)/i, response.body)
    get model_comparison_merge_path(@stored, comparison, into: "left")
    assert_select "#becomes tr", text: /column vessel · name: type\s*text\s*varchar\(60\)/
  end

  test "a design beside a script, and a model beside a model file" do
    derive("postgresql")
    design = now.all(:design).first
    script = Kelvath::Ddl.script(now, design.id).text
    script = script.sub(/(CREATE TABLE vessel \(.*?)name varchar\(60\)/m, '\1name varchar(90)')
    compare "now/#{design.id}", file("before.sql", "#{script}CREATE TABLE pilot (id int);")
    assert_select ".compared-group[aria-label='table vessel']",
                  text: /column name: type\s*varchar\(60\).*varchar\(90\)/m
    assert_select ".compared-group[aria-label='table pilot']", text: /is not there.*is there/m
    compare "now", file("before.json", Kelvath::Interchange::ModelFile.write(now))
    assert_select "#differences", text: /agree in\s+everything/
    get run_path(Run.where(kind: "side").last)
    assert_select "a[href='#{model_comparisons_path(@stored, right: "read:#{Run.last.id}")}']"
    compare "now", file("broken.json", "{ \"format\": ")
    assert_select "[role=alert]", text: /not readable as JSON/
  end

  test "a design beside the database that its script made" do
    derive("sqlite")
    design = now.all(:design).first
    Tempfile.create([ "made", ".sqlite" ], binmode: true) do |file|
      SQLite3::Database.new(file.path) { |database| database.execute_batch(Kelvath::Ddl.script(now, design.id).text) }
      compare "now/#{design.id}", Rack::Test::UploadedFile.new(file.path, "application/octet-stream")
    end
    assert_select "#differences", text: /agree in\s+everything/
  end

  test "where both come from one milestone, only what both changed is asked" do
    @stored.milestones.create!(name: "Agreed", person: "Guest", revision: @stored.revision)
    copy = ModelCopy.of(@stored, name: "Other office", by: "Guest")
    berth = @model.all(:entity).find { |each| each.name == "Berth" }
    set(@vessel, name: "Ship", definition: "Here.")
    copy.journal.commit(Kelvath::ChangeSet.set(@vessel, definition: "There.") +
                        Kelvath::ChangeSet.set(berth, name: "Mooring"), by: "Guest", follow: false)
    compare "now", "model:#{copy.id}"
    patch model_comparison_path(@stored, comparison), params: { base: "milestone:#{Milestone.last.id}" }
    follow_redirect!
    assert_select "#differences", text: /1 to be decided; 2 differences decided/
    get model_comparison_path(@stored, comparison, origin: "open")
    assert_select ".compared-group", count: 1, text: /definition.*changed on both/m
    post model_comparison_merge_path(@stored, comparison), params: { into: "left", shown: merge_seen("left") }
    assert_equal [ "Ship", "Here.", "Mooring" ], [ *now.fetch(@vessel.id).values.values_at(:name, :definition),
                                                   now.fetch(berth.id).name ]
    post model_comparison_merge_path(@stored, comparison), params: { into: "right", shown: merge_seen("right") }
    assert_equal "Ship", copy.reload.model.fetch(@vessel.id).name
    assert_equal "There.", copy.model.fetch(@vessel.id).definition
  end

  test "what is looked at leaves as a file, with what stands" do
    @stored.milestones.create!(name: "Agreed", person: "Guest", revision: @stored.revision)
    set(@vessel, name: "Ship", definition: "=Here.")
    compare "now", "milestone:#{Milestone.last.id}"
    key = "set-#{@vessel.id}-name"
    patch model_comparison_choosing_path(@stored, comparison), params: { key:, side: "right" }
    get model_comparison_report_path(@stored, comparison, format: :csv)
    assert_includes response.body, "logical side,entity Ship,entity Ship: name,changed,Ship,Vessel,Agreed"
    assert_includes response.body, "'=Here."
    get model_comparison_report_path(@stored, comparison, format: :csv, aside: [ "remarks" ])
    assert_no_match(/Here/, response.body)
    get model_comparison_report_path(@stored, comparison, format: :xlsx)
    assert_equal %w[Ship Vessel], sheet(response.body)[1].values_at(4, 5)
    %w[html pdf].each do |format|
      get model_comparison_report_path(@stored, comparison, format:)
      assert_response :success
    end
    post model_comparison_merge_path(@stored, comparison), params: { into: "right" }
    assert_response :unprocessable_entity
  end

  test "what cannot be compared says so" do
    empty = StoredModel.start("Empty", by: "Guest", label: "Made")
    compare "now", "model:#{empty.id}"
    assert_select ".compared-group", minimum: 20
    [ "nonsense", "milestone:7", "revision:99", "model:#{@stored.id}X", "read:1", "now:1/x" ].each do |key|
      post model_comparisons_path(@stored), params: { left: "now", right: key }
      follow_redirect! if response.redirect?
      assert_includes [ 404, 422 ], response.status, key
    end
    derive("sqlite")
    left = "now/#{now.all(:design).first.id}"
    post model_comparisons_path(@stored), params: { left:, right: "model:#{empty.id}" }
    follow_redirect!
    assert_match(/Empty has no design to lay beside/, response.body)
    compare "now", "model:#{empty.id}"
    patch model_comparison_choosing_path(@stored, comparison), params: { key: "set-x-y", side: "sideways" }
    assert_response :unprocessable_entity
    patch model_comparison_match_path(@stored, comparison, "nothing"), params: { here: "nothing" }
    assert_response :not_found
  end

  private

  def merge_seen(into) = seen(model_comparison_merge_path(@stored, comparison), into:)

  def now = @stored.reload.model
  def comparison = Comparison.order(:id).last
  def at_once(&block) = RunJob.stub(:perform_later, :work.to_proc, &block)

  def derive(platform)
    @stored.journal.commit(Kelvath::Derivation.derive(now, platform:, ids: Ids).change_set, by: "Guest")
  end

  def set(element, **values)
    @stored.journal.commit(Kelvath::ChangeSet.set(now.fetch(element.id), **values), by: "Guest", follow: false)
  end

  def file(name, text) = Rack::Test::UploadedFile.new(StringIO.new(text), "text/plain", original_filename: name)

  # Compares with a key or an uploaded file, and opens the page.
  def compare(left, right)
    given = right.is_a?(String) ? { right: } : { file: right }
    at_once { post model_comparisons_path(@stored), params: { left:, **given } }
    follow_redirect!
    assert_response :success
  end

  def sheet(bytes)
    Tempfile.create([ "sheet", ".xlsx" ], binmode: true) do |file|
      file.write(bytes)
      file.flush
      SheetFile::Workbook.new(file.path).rows
    end
  end
end
