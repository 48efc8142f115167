# frozen_string_literal: true

require "test_helper"

# Scripts by their addresses: recipes changed part by part, what is written in by hand, files.
class ScriptsRequestsTest < ActionDispatch::IntegrationTest
  include FerriesAtHand

  setup do
    post model_designs_path(@stored), params: { platform: "postgresql" }
    @design = now.all(:design).first
  end

  def now = @stored.reload.model
  def path(**given) = model_design_script_path(@stored, @design.id, **given)
  def part(recipe, **given) = patch(model_design_recipe_path(@stored, @design.id, recipe), params: given)

  test "a recipe is changed part by part, and what ships becomes the model's own" do
    get path
    assert_select ".recipe summary", text: "Drops nothing first."
    part "recipe-create", field: "drops", value: "if there"
    follow_redirect!
    assert_select ".recipe summary", text: "Drops first what is there of it, with its rows."
    assert_select "dl", text: /Drops\s*29 tables/
    recipe = now.all(:recipe).first
    part recipe.id, field: "without", left_out: [ "", "comment", "nonsense" ]
    part recipe.id, field: "patterns", value: "ves*"
    follow_redirect!
    assert_select ".recipe summary", text: "Creates 2 tables that are called ves*"
    assert_select ".recipe summary", text: "with their keys and indexes, without comments;"
    part recipe.id, field: "header", value: "x" * 600_000
    assert_response :unprocessable_entity
    assert_select ".recipe [role=alert]", text: /at most 500000 fit/
    post model_undo_path(@stored), headers: { "HX-Request" => "true" }
    assert_equal "all", now[recipe.id].scope
  end

  test "what is selected has a script of its own, and a statement is changed where it is shown" do
    ids = %w[vessel harbour].map { |name| now.all(:table).find { |each| each.name == name }.id }
    post model_design_selections_path(@stored, @design.id), params: { chosen: ids.join(",") }
    follow_redirect!
    assert_select ".recipe summary", text: "Creates 2 tables that are called vessel and harbour"
    recipe = now.all(:recipe).first.id
    statement = ScriptPage.new(@stored, now, @design, recipe).script.statements.find { |each| each.name == "harbour" }
    get new_model_design_edit_path(@stored, @design.id), params: { line: statement.line, recipe: }
    assert_select "textarea", text: /CREATE TABLE harbour \(/
    given = { line: statement.line, recipe:, sql: statement.sql }
    ask :post, model_design_edits_path(@stored, @design.id), **given, text: "CREATE TABLE harbour ("
    assert_response :unprocessable_entity
    assert_select "[role=alert]", text: /bracket that is not closed/
    ask :post, model_design_edits_path(@stored, @design.id), **given, text: "#{statement.sql};\nANALYZE harbour"
    get response.headers["HX-Redirect"]
    assert_select ".script .statement", text: /ANALYZE harbour/
    assert_select "#toasts", text: /Kept as a piece by hand after harbour\./
    ask :post, model_design_edits_path(@stored, @design.id), **given, sql: "other", text: "SELECT 1"
    assert_match(/has changed meanwhile/, response.body)
  end

  test "a recipe is copied under another name, and removed" do
    post model_design_recipes_path(@stored, @design.id), params: { from: "recipe-rebuild", name: "Harbour's own" }
    made = now.all(:recipe).first
    assert_equal [ "Harbour's own", "if there" ], [ made.name, made.drops ]
    delete model_design_recipe_path(@stored, @design.id, made.id)
    assert_empty now.all(:recipe)
    get path(recipe: "soup")
    assert_response :unprocessable_entity
  end

  test "what changed since a milestone is a script of its own" do
    @stored.milestones.create!(name: "Spring", person: "Guest", revision: @stored.reload.revision)
    part "recipe-create", field: "since", value: "Spring"
    column = now.all(:column).find { |each| each.name == "call_sign" }
    patch model_element_path(@stored, column.id), params: { field: "mandatory", value: "no" },
                                                  headers: { "HX-Request" => "true" }
    get path(format: :sql)
    assert_equal [ "vessel" ], response.body.scan(/CREATE TABLE (\w+)/).flatten
  end

  test "pieces by hand stand in the script and in its files, and a broken one is told beside the field" do
    pieces = model_design_pieces_path(@stored, @design.id)
    { { about: "", text: "GRANT (" } => /bracket that is not closed/,
      { about: "nobody", text: "GRANT" } => /nothing in the script that is called “nobody”/ }.each do |given, words|
      post pieces, params: { place: "before", **given }
      assert_response :unprocessable_entity
      assert_select "[role=alert]", text: words
    end
    post pieces, params: { place: "after", about: "Vessel", text: "GRANT SELECT ON vessel TO clerk" }
    part "recipe-create", field: "files", value: "one each"
    get path(format: :zip, recipe: now.all(:recipe).first.id)
    files = Zip::File.open_buffer(response.body).to_h { |entry| [ entry.name, entry.get_input_stream.read ] }
    assert_includes files.keys, "run_all.sql"
    assert_equal 1, files.values.grep(/GRANT SELECT ON vessel TO clerk;/).size
    piece = now.all(:script_piece).first
    post pieces, params: { place: "after", subject: piece.subject, text: "" }
    assert_empty now.all(:script_piece)
  end

  test "what would make a statement fail stands at it" do
    column = now.all(:column).find { |each| each.name == "call_sign" }
    patch model_element_path(@stored, column.id), params: { field: "native_type", value: "wibble", as_written: "yes" },
                                                  headers: { "HX-Request" => "true" }
    get path
    assert_select ".script-fault", text: /call_sign: PostgreSQL has no type “wibble”/
    assert_select "dl", text: /Would fail\s*1 statement/
  end

  test "a script is sent for review, read at an address of its own, and comments come back to the objects" do
    post model_design_reviews_path(@stored, @design.id), params: { recipe: "Rebuild", message: "<b>Is this right?</b>" }
    review = Review.last
    follow_redirect!
    assert_equal review_path(review), path_of_page
    assert_select "p", text: "<b>Is this right?</b>"
    assert_select "dl", text: /Drops\s*29 tables/
    line = review.parts.find { |part| part.kind == "index" }.line
    comments = review_comments_path(review)
    post comments, params: { line:, text: "Do we need this one?" }
    follow_redirect!
    assert_select ".script-comment", text: /Guest\s+Do we need this one\?/
    note = now.all(:note).first
    assert_equal [ "Line #{line} of the script: Do we need this one?", :table ], [ note.text, now[note.parent_id].kind ]
    patch review_comment_path(review, review.comments.first)
    follow_redirect!
    assert_select ".script-comment.settled"
    { { line: "x", text: "a" } => 400, { line: 1, text: " " } => 422 }.each do |given, status|
      post comments, params: given
      assert_response status
    end
    vessel = @stored.model.all(:entity).find { |each| each.name == "Vessel" }
    get model_element_impact_path(@stored, vessel.id)
    assert_select "section a[href='#{review_path(review)}']"
    get review_path("nobody")
    assert_response :not_found
  end

  test "what changed since the last one that was sent is told" do
    send_it = -> { post model_design_reviews_path(@stored, @design.id), params: { recipe: "Create" } }
    send_it.call
    column = now.all(:column).find { |each| each.name == "call_sign" }
    patch model_element_path(@stored, column.id), params: { field: "comment", value: "By radio." },
                                                  headers: { "HX-Request" => "true" }
    send_it.call
    follow_redirect!
    assert_select "li", text: /new\s+comment call_sign/
    assert_equal 1, css_select("section li").size
    get path
    assert_select "a", text: /Last sent .*, 0 open comments/
  end

  private

  def path_of_page = URI(request.url).path
end
