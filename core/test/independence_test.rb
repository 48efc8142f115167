# frozen_string_literal: true

require "core_test_helper"
require "fileutils"
require "open3"
require "tmpdir"

# The core stands alone: no Rails, no database, no page, nothing of the application.
class IndependenceTest < CoreTest
  ALLOWED = %w[json monitor set zlib digest optparse strscan csv kelvath].freeze

  LIB = File.expand_path("../lib", __dir__)
  LATER = %w[oracle snowflake hive].freeze # platforms that came when all else was there
  DEMO = File.expand_path("../../demo/hollin_sound_ferries.rb", __dir__)

  # The scripts of the ferries for some platforms, by a core in some directory.
  SCRIPTS = <<~RUBY
    ids = Kelvath::Ulid.new(clock: -> { 0 }, random: Random.new(1))
    model = Demo::HollinSoundFerries.change_set(ids:).apply(Kelvath::Model::EMPTY)
    (Kelvath::Platforms.keys - %w[#{LATER.join(' ')}]).each do |platform|
      result = Kelvath::Derivation.derive(model, platform:, ids:)
      derived = result.change_set.apply(model)
      Kelvath::Findings.of(derived).each { |finding| puts finding.message }
      puts Kelvath::Ddl.script(derived, result.design_id).text
    end
  RUBY

  # A platform is a folder and a line of the registry: without both, all others do as before.
  def test_platforms_can_be_taken_out
    Dir.mktmpdir do |root|
      directory = "#{root}/core/lib"
      FileUtils.mkdir_p(directory)
      FileUtils.cp_r("#{LIB}/.", directory)
      FileUtils.ln_s(File.expand_path("../fonts", __dir__), "#{root}/core/fonts")
      LATER.each { |key| FileUtils.rm_r("#{directory}/kelvath/platforms/#{key}") }
      registry = "#{directory}/kelvath/platforms.rb"
      lines = File.readlines(registry).reject { |line| LATER.any? { |key| line.include?("platforms/#{key}/") } }
      File.write(registry, lines.join)
      assert_equal scripts(LIB), scripts(directory)
    end
  end

  def scripts(lib)
    output, status = Open3.capture2("ruby", "-I#{lib}", "-rkelvath", "-r#{DEMO}", "-e", SCRIPTS)
    assert_predicate status, :success?
    output
  end

  # Nor does anything else name one.
  def test_nothing_beside_its_folder_and_the_registry_names_a_platform
    names = /\b(#{(Platforms.keys - %w[sqlite postgresql]).join('|')})\b/i
    Dir["#{LIB}/**/*.rb", File.expand_path("../../app/{controllers,models,views,helpers}/**/*.{rb,erb}", __dir__)]
      .reject { |path| path.match?(%r{platforms(/\w+/|\.rb)}) }.each do |path|
      assert_empty File.readlines(path).grep_v(/^\s*#/).join.scan(names), path
    end
  end

  # Rooms that know nothing of those that build on them.
  UNKNOWN = { "logical" => %w[Prose Editing Naming Derivation], "editing" => %w[Prose],
              "prose" => %w[Naming Derivation], "naming" => %w[Derivation Renaming Editing],
              "derivation" => %w[Renaming Prose],
              "diagram" => %w[Editing Ledger Findings] }.freeze

  def test_rooms_lean_one_way
    UNKNOWN.each do |room, others|
      [ "#{LIB}/kelvath/#{room}.rb", *Dir["#{LIB}/kelvath/#{room}/**/*.rb"] ].each do |path|
        names = File.readlines(path).grep_v(/^\s*#/).join.scan(/(?<![:\w])(#{others.join('|')})(?:::|\.[a-z])/)
        assert_empty names, path
      end
    end
  end

  def test_it_requires_only_the_standard_library_and_itself
    Dir[File.expand_path("../lib/**/*.rb", __dir__)].each do |path|
      source = File.readlines(path).grep_v(/^\s*#/).join
      assert_empty source.scan(/^\s*require "([^"]+)"/).flatten - ALLOWED, path
      unless path.end_with?("command_line.rb")
        refute_match(/\b(Rails|ActiveRecord|ActiveSupport|SQLite3|Time\.now|Random\.new_seed|\.html_safe)\b/, source,
                     path)
      end
    end
  end
end
