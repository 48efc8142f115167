# frozen_string_literal: true

require "test_helper"

# What stands around the application: the same headers everywhere, private files, a log without model text, and
# trouble with the storage told in words.
class DoorsTest < ActionDispatch::IntegrationTest
  setup do
    host! "localhost"
    @stored = ferries
    @vessel = entity(@stored.model, "Vessel")
  end

  def change(text)
    patch(model_element_path(@stored, @vessel.id), params: { field: "definition", value: text },
          headers: { "HX-Request" => "true" })
  end

  test "error pages and files carry the headers of all pages" do
    env = Rails.application.env_config.merge("action_dispatch.show_exceptions" => :all,
                                             "action_dispatch.show_detailed_exceptions" => false)
    [ "/", "/nowhere", "/404.html", "/up" ].each do |path|
      _, headers, = Rails.application.call(env.merge(Rack::MockRequest.env_for("http://localhost#{path}")))
      assert_match(/default-src 'none'/, headers["content-security-policy"], path)
      assert_equal "nosniff", headers["x-content-type-options"], path
    end
  end

  test "the database and the log are for the server alone" do
    database = Rails.root.join(ApplicationRecord.connection_db_config.database)
    [ database, Rails.root.join("log/test.log") ].select(&:exist?).each do |path|
      assert_equal "600", format("%o", path.stat.mode & 0o777), path
    end
    assert_equal "77", format("%o", File.umask)
  end

  test "files that come with a request are gone when it is answered, and those of a killed server are swept" do
    folder = Rails.configuration.x.upload_folder
    parts = Array.new(5000) { |index|
 %(--edge\r\ncontent-disposition: form-data; name="f#{index}"; filename="a.sql"\r\n\r\nx\r\n) }
    post "/readings", params: "#{parts.join}--edge--\r\n",
      headers: { "CONTENT_TYPE" => "multipart/form-data; boundary=edge" }
    assert_equal [ 413, true ], [ response.status, response.body.include?("put them into one zip") ]
    assert_empty Dir.glob(folder.join("#{Process.pid}-*"))
    gone = Process.spawn("true").tap { |pid| Process.wait(pid) }
    FileUtils.mkdir_p(folder)
    files = [ gone, Process.pid ].map { |pid| folder.join("#{pid}-left.sql").to_s.tap { |path| File.write(path, "x") } }
    UploadFiles.sweep(folder)
    assert_equal [ false, true ], files.map { |path| File.exist?(path) }
  ensure
    FileUtils.rm_f(files.to_a)
  end

  test "the log holds nothing of what people write" do
    heard = StringIO.new
    logger = ActionController::Base.logger
    ActionController::Base.logger = ActiveSupport::Logger.new(heard)
    change("A secret ferry.")
    get model_ledger_path(@stored, "logical", filter: "secretly")
    assert_match(/"field"=>"definition", "value"=>"\[FILTERED\]"/, heard.string)
    refute_match(/secret/, heard.string.gsub("secret_key", ""))
    refute_match(/owns/, @vessel.inspect)
  ensure
    ActionController::Base.logger = logger
  end

  { SQLite3::FullException => /disk is full/, SQLite3::BusyException => /locked by another program/,
    SQLite3::ReadOnlyException => /can only be read/, Errno::ENOSPC => /disk is full/ }.each do |type, words|
    test "#{type} is told in words, and nothing is half written" do
      before = @stored.reload.model
      original = ElementStore.method(:write)
      ElementStore.define_singleton_method(:write) { |*| raise type, "trouble" }
      change("It floats.")
      assert_response :service_unavailable
      assert_match words, response.body
      ElementStore.define_singleton_method(:write, original)
      assert_equal before, @stored.reload.model
    ensure
      ElementStore.define_singleton_method(:write, original)
    end
  end

  test "a request that comes without its token gets a fresh one, from this page alone" do
    ActionController::Base.allow_forgery_protection = true
    change("It floats.")
    assert_response :forbidden
    assert_predicate response.headers["X-Fresh-Token"], :present?
    patch model_element_path(@stored, @vessel.id), params: { field: "definition", value: "x" },
          headers: { "HX-Request" => "true", "Origin" => "http://elsewhere.example" }
    assert_nil response.headers["X-Fresh-Token"]
  ensure
    ActionController::Base.allow_forgery_protection = false
  end
end
