# frozen_string_literal: true

require "test_helper"
require "open3"

# kill -9 in the middle of an import of 1,000 tables leaves all of it or nothing.
class KilledImportTest < ActiveSupport::TestCase
  self.use_transactional_tests = false

  IMPORT = <<~RUBY
    $stdout.sync = true
    require Rails.root.join("demo/big_company")
    change_set = Demo::BigCompany.change_set(ids: Ids, count: 1000)
    module Told
      def put(_model_id, elements, _model) = super.tap { elements.map(&:kind).uniq.each { |kind| puts kind } }
    end
    ElementStore.singleton_class.prepend(Told)
    StoredModel.start("Killed", by: "Test", label: "Import", change_set:)
    puts "committed"
    sleep
  RUBY

  setup do
    @database = Rails.root.join("tmp/killed.sqlite3").to_s
    FileUtils.rm_f(Dir["#{@database}*"])
    # As a run's process: it loads what it needs, and no more.
    environment = { "RAILS_ENV" => "production", "KELVATH_DATABASE" => @database, "SECRET_KEY_BASE" => "x" * 64,
                    "KELVATH_ONE_RUN" => "yes" }
    system(environment, "bin/rails", "db:prepare", exception: true, out: File::NULL)
    @environment = environment
  end

  teardown { FileUtils.rm_f(Dir["#{@database}*"]) }

  test "all or none, wherever the kill falls" do
    { "entity" => [ 0, 0 ], "relationship" => [ 0, 0 ], "committed" => [ 1, 1000 ] }.each do |moment, expected|
      kill_at(moment)
      SQLite3::Database.new(@database) do |database|
        assert_equal expected, counts(database), moment
        assert_equal "ok", database.get_first_value("PRAGMA integrity_check")
      end
    end
  end

  test "a server that starts sweeps away what was left" do
    kill_at("relationship")
    SQLite3::Database.new(@database) do |database|
      assert_operator database.get_first_value("SELECT count(*) FROM elements"), :>, 0
      database.execute("UPDATE models SET updated_at = '2020-01-01'")
      system(@environment, "bin/rails", "runner", "Run.tidy", exception: true)
      assert_equal [ 0, 0 ],
                   %w[models elements].map { |table| database.get_first_value("SELECT count(*) FROM #{table}") }
    end
  end

  private

  # Of what people see: models that are ready, and their entities.
  def counts(database)
    [ "SELECT count(*) FROM models WHERE ready", "SELECT count(*) FROM elements WHERE kind = 'entity' AND model_id " \
                                                 "IN (SELECT id FROM models WHERE ready)" ].map do |sql|
                                                   database.get_first_value(sql)
                                                 end
  end

  def kill_at(moment)
    Open3.popen2(@environment, "bin/rails", "runner", IMPORT) do |_, out, process|
      out.each_line.find { |line| line.strip == moment } || flunk("the import ended before “#{moment}”")
      Process.kill(:KILL, process.pid)
      process.value
    end
  end
end
