# frozen_string_literal: true

require "test_helper"

# What is done with whole models: the list, projects, copies, files.
class ModelsTest < ActionDispatch::IntegrationTest
  setup do
    host! "localhost"
    @stored = ferries
  end

  def listed(**params)
    get models_path(**params)
    assert_response :success
    css_select("li .font-medium").map { |each| each.text.strip }
  end

  test "a model is renamed, archived, deleted and brought back" do
    patch model_path(@stored), params: { name: "Ferries" }
    assert_equal [ "Ferries", "Ferries" ], [ @stored.reload.name, @stored.model.header.name ]
    patch model_path(@stored), params: { archived: "yes" }
    assert_equal [ [], [ "Ferries" ] ], [ listed, listed(shown: "archived") ]
    patch model_path(@stored), params: { archived: "no" }
    delete model_path(@stored)
    assert_equal [ [], [ "Ferries" ] ], [ listed, listed(shown: "deleted") ]
    get model_diagram_path(@stored, @stored.model.all(:diagram).first.id)
    assert_response :not_found
    post model_recovery_path(@stored)
    assert_equal [ "Ferries" ], listed
  end

  test "what was deleted is gone for good after thirty days" do
    kept = ferries
    [ [ @stored, 31 ], [ kept, 29 ] ].each { |each, days| each.update!(deleted_at: days.days.ago) }
    listed
    assert_equal [ kept.id ], StoredModel.deleted.pluck(:id)
    assert_equal 0, ElementRow.where(model_id: @stored.id).count
  end

  test "a copy has everything and is another model" do
    post model_copy_path(@stored), params: { name: "Second" }
    copy = StoredModel.find_by!(name: "Second")
    without = ->(model) { model.elements.values.reject { |each| each.kind == :header } }
    assert_equal without[@stored.model], without[copy.model]
    copy.journal.commit(Kelvath::Editing.set(copy.model, entity(copy.model, "Vessel").id, "name", "Ship"), by: "Guest")
    assert entity(@stored.reload.model, "Vessel")
    assert_equal [ "Second" ], listed(q: "seco")
    assert_empty listed(q: "%")
  end

  test "a project holds models and what they begin with" do
    post projects_path, params: { name: "Yard" }
    project = Project.find_by!(name: "Yard")
    post projects_path, params: { name: "yard" }
    assert_response :unprocessable_entity
    lexicon, rulebook = house_words, house_rules
    patch project_path(project), params: { starter: "plain", lexicon: lexicon.id, rulebook: rulebook.id }
    post models_path, params: { name: "Docks", project: project.id }
    made = StoredModel.find_by!(name: "Docks")
    assert_equal project, made.project
    assert_equal [ lexicon.id, 1, rulebook.id ],
                 %i[lexicon lexicon_version rulebook].map { |field| made.model.header[field] }
    assert made.model.all(:domain).any?(&:given)
    assert_equal [ "Docks", "Hollin Sound Ferries" ], listed
    assert_select "h2", text: /Yard\s+1 model/
    delete project_path(project)
    assert_nil made.reload.project
    patch project_path(project), params: { lexicon: "nowhere" }
    assert_response :not_found
  end

  test "a model goes out as a file and comes in again, with its standards" do
    lexicon, rulebook = house_words, house_rules
    choice = { lexicon: lexicon.id, rulebook: rulebook.id }
    @stored.journal.commit(NamingPage.new(@stored, @stored.model, choice).following, by: "Guest")
    get model_file_path(@stored, standards: "yes")
    file = response.body
    [ @stored, lexicon, rulebook ].each(&:discard)
    post model_files_path, params: { file: upload(file) }
    made = StoredModel.of_sort("model").first
    assert_redirected_to model_path(made)
    assert_equal "The lexicon “#{Demo::Words::TITLE}” came with it. The rulebook “#{rulebook.name}” came with it.",
                 flash[:notice]
    assert_includes made.model.all(:entity).map(&:name), "Vessel"
    assert_equal "VSL", NamingStandard.of(made.model).physical("Vessel", :table).text
    post model_files_path, params: { file: upload(file) }
    assert_equal [ 1, 1 ], %w[lexicon rulebook].map { |sort| StoredModel.of_sort(sort).count }
  end

  test "a file that is none is refused, and a bare one gets what every model has" do
    { "" => /not readable as JSON/, "{}" => /not a Kelvath model file/ }.each do |text, message|
      post model_files_path, params: { file: upload(text) }
      assert_response :unprocessable_entity
      assert_match message, response.body
    end
    post model_files_path
    assert_response :unprocessable_entity
    post model_files_path, params: { file: upload(%({"format":"kelvath-model","version":1,"elements":[
      {"kind":"header","id":"H","name":"Bare"},{"kind":"entity","id":"E","name":"Dock"}]})) }
    bare = StoredModel.find_by!(name: "Bare").model
    assert_equal %w[concept logical], bare.all(:diagram).map(&:stage).sort
  end

  test "the first diagram has a picture" do
    get model_picture_path(@stored)
    svg = Nokogiri::XML(response.body) { |config| config.strict }
    assert_equal 28, svg.css("rect").size
    assert_equal "image/svg+xml", response.media_type
  end

  private

  def upload(text)
    Rack::Test::UploadedFile.new(StringIO.new(text), "application/json", original_filename: "model.json")
  end
end
