# frozen_string_literal: true

require "test_helper"

class BadInputTest < ActionDispatch::IntegrationTest
  HOSTILE = %(<script>alert(1)</script>"'; DROP TABLE models;--)

  setup do
    host! "localhost"
    @stored = ferries
    @concept = @stored.model.all(:diagram).first
  end

  def ask(verb, path, **params) = public_send(verb, path, params:, headers: { "HX-Request" => "true" })

  test "names that cannot be are refused in words and nothing changes" do
    vessel = entity(@stored.model, "Vessel")
    { "Harbour" => /already; choose another name/, "  " => /needs a name/,
      "x" * 500 => /has 500 characters; at most 120/ }.each do |name, message|
      assert_no_difference "@stored.reload.revision" do
        ask :patch, model_element_path(@stored, vessel.id), field: "name", value: name, seen: "Vessel"
        assert_response :unprocessable_entity
        assert_match message, response.body
        ask :post, model_lines_path(@stored), text: name
        assert_includes [ 400, 422 ], response.status
      end
    end
  end

  test "an option of what has none is refused in words" do
    ask :patch, model_element_path(@stored, @concept.id), field: "options", option: "collation", value: ""
    assert_response :unprocessable_entity
    assert_match(/A diagram has no field “options”/, response.body)
  end

  test "HTML and SQL in names and definitions show as text everywhere" do
    vessel = entity(@stored.model, "Vessel")
    ask :patch, model_element_path(@stored, vessel.id), field: "name", value: HOSTILE, seen: "Vessel"
    ask :patch, model_element_path(@stored, vessel.id), field: "definition", value: HOSTILE, seen: vessel.definition
    assert_response :success
    post model_designs_path(@stored), params: { platform: "sqlite" }
    design = @stored.reload.model.all(:design).first
    pages = [ model_diagram_path(@stored, @concept.id), model_ledger_path(@stored, "logical"),
              model_ledger_path(@stored, design.id), model_design_script_path(@stored, design.id),
              model_journal_path(@stored), model_element_path(@stored, vessel.id) ]
    pages.each do |path|
      get path
      assert_response :success, path
      refute_includes response.body, "<script>alert", path
      assert_match(/alert.1/, response.body, path)
    end
    run = @stored.runs.create!(kind: "proof", design_id: design.id, title: "Proof", person: "Guest")
    run.work
    assert_equal [ "done", [] ], [ run.reload.state, run.result["differences"] ]
  end

  test "what is no script is refused with the reason, and nothing of it is kept" do
    post readings_path
    assert_match(/Paste a script, or choose a file/, response.body)
    post readings_path, params: { text: "create table a (b int)", platform: "dbase" }
    assert_match(/There is no platform/, response.body)
    { Random.new(1).bytes(400) => /This is no text/, "nothing of the sort" => /line 1: “nothing of the sort” begins/,
      "PK\x03\x04 and no more" => /cannot be unpacked/ }.each do |bytes, words|
      run = Run.create!(kind: "reading", title: "Odd", person: "Guest", options: {})
      File.binwrite(run.upload_path, bytes)
      assert_no_difference("StoredModel.count") { run.work }
      assert_match words, run.reload.message
    end
    post reading_list_path, params: { text: "create table a (b int); ???" }
    assert_match(/begins no statement that is known/, response.body)
  end

  test "files that are no whole SQLite database are refused with the reason" do
    bytes = whole_database
    { "" => /empty \(0 bytes\)/, "name;value\n1;2\n" => /not an SQLite database/, bytes[0, 60] => /within its header/,
      bytes[0, bytes.size - 9000] => /cut off: its header promises/ }.each do |content, message|
      assert_no_difference [ "StoredModel.count", "Run.count" ] do
        post intakes_path, params: { file: upload(content) }
        assert_response :unprocessable_entity
        assert_match message, response.body
      end
    end
    post intakes_path
    assert_match(/Choose an SQLite file first/, response.body)
    post intakes_path, params: { sample: "../production.sqlite3" }
    assert_response :not_found
  end

  test "a damaged file fails in its run and leaves no model" do
    bytes = whole_database
    bytes[120, 3900] = "\xAB".b * 3900
    run = Run.create!(kind: "intake", title: "Damaged", person: "Guest")
    File.binwrite(run.upload_path, bytes)
    assert_no_difference("StoredModel.count") { run.work }
    assert_match(/SQLite cannot read this file/, run.reload.message)
    refute_path_exists run.upload_path
  end

  test "a body above the limit is turned away" do
    post intakes_path, params: "x", headers: { "CONTENT_LENGTH" => (200 * 1024 * 1024).to_s }
    assert_response :content_too_large
    assert_match(/200 MB; the browser can send up to 100 MB/, response.body)
  end

  test "two browsers on one field: the second is told both values and keeps its text" do
    vessel = entity(@stored.model, "Vessel")
    ask :patch, model_element_path(@stored, vessel.id), field: "name", value: "Ship", seen: "Vessel"
    assert_response :success
    ask :patch, model_element_path(@stored, vessel.id), field: "definition", value: "It floats.",
        seen: vessel.definition
    assert_response :success
    ask :patch, model_element_path(@stored, vessel.id), field: "name", value: "Boat", seen: "Vessel"
    assert_response :conflict
    assert_match(/set to “Ship” meanwhile; yours was “Boat”/, CGI.unescapeHTML(response.body))
    assert_includes response.body, 'value="Boat"'
  end

  test "unknown things are answered, not crashed on" do
    get model_path("nowhere")
    assert_response :not_found
    ask :patch, model_element_path(@stored, "nowhere"), field: "name", value: "A"
    assert_response :not_found
    ask :patch, model_element_path(@stored, entity(@stored.model, "Vessel").id), field: "nmae", value: "A"
    assert_response :unprocessable_entity
    ask :post, model_elements_path(@stored), kind: "design"
    assert_response :unprocessable_entity
    post model_designs_path(@stored), params: { platform: "abacus" }
    assert_match(/known are sqlite, postgresql/, response.body)
  end

  test "every page forbids script and style that are not its own files" do
    get root_path
    policy = response.headers["Content-Security-Policy"]
    assert_match(/default-src 'none'/, policy)
    assert_match(/script-src 'self';/, policy)
    refute_match(/unsafe|nonce/, policy)
    refute_match(/<script(?![^>]*src=)|<style|\sstyle=|\son\w+=/i, response.body)
  end

  private

  # The bytes of a sound SQLite file of several pages.
  def whole_database
    path = Rails.root.join("tmp/whole.sqlite").to_s
    FileUtils.rm_f(path)
    SQLite3::Database.new(path) do |database|
      50.times { |number| database.execute("CREATE TABLE t#{number} (a int, b text)") }
    end
    File.binread(path)
  end

  def upload(content)
    file = Tempfile.new([ "upload", ".sqlite" ], binmode: true)
    file.write(content)
    file.close
    Rack::Test::UploadedFile.new(file.path, "application/octet-stream", true)
  end
end
