# frozen_string_literal: true

require "core_test_helper"

# What a script would do to a database, and the way back from wherever it stopped.
class RunningTest < CoreTest
  BEFORE = <<~SQL
    CREATE TABLE pier (code char(3) PRIMARY KEY, name varchar(40));
    CREATE TABLE ferry (id int PRIMARY KEY, pier char(3) REFERENCES pier (code));
    CREATE VIEW piers AS SELECT code FROM pier;
  SQL
  STATEMENTS = [ "CREATE TABLE crew (id int PRIMARY KEY, ferry int)",
                 "ALTER TABLE crew ADD CONSTRAINT crew_ferry FOREIGN KEY (ferry) REFERENCES ferry (id)",
                 "CREATE INDEX crew_of ON crew (ferry)", "ALTER TABLE pier ADD depth int",
                 "ALTER TABLE ferry ADD CONSTRAINT deep CHECK (id > 0)",
                 "CREATE VIEW crews AS SELECT id FROM crew" ].freeze
  PLATFORMS = %w[postgresql mariadb mysql sqlserver oracle].freeze

  def catalog(platform, *texts)
    sources = texts.each_with_index.map { |text, index| Reading::Source.new(name: index.to_s, text:) }
    Reading.read(sources, platform: Platforms.fetch(platform)).catalog
  end

  def side(platform, *texts) = Altering::Side.of_catalog(catalog(platform, *texts), platform, ids:)
  def script(list)
    Ddl::Script.new(heading: [], statements: list.map { |sql| Ddl::Statement.new("by hand", "", "#{sql};") })
  end

  def foresight(platform, list = STATEMENTS) = Running::Foresight.new(side(platform, BEFORE), script(list), ids:)

  PLATFORMS.each do |platform|
    define_method("test_what_it_would_do_and_undo_on_#{platform}") do
      seen = foresight(platform)
      assert_equal({ new: { "table" => 1, "view" => 1 }, gone: {}, changed: { "table" => 2 } }, seen.counts)
      assert_empty seen.faults
      refute seen.destroys?
      back = side(platform, BEFORE, script(STATEMENTS).text, seen.undo.script.text)
      assert_empty Running.differences(side(platform, BEFORE), back).map(&:to_s), seen.undo.script.text
    end

    # Stopped behind each of its statements; what others made meanwhile stays.
    define_method("test_a_run_that_stops_anywhere_is_cleaned_on_#{platform}") do
      before, after = side(platform, BEFORE), foresight(platform).after
      (0..STATEMENTS.size).each do |count|
        left = [ BEFORE, script(STATEMENTS.first(count)).text, "CREATE TABLE others (id int);" ]
        cleaning = Running::Cleaning.new(before, after, catalog(platform, *left), ids:)
        assert_equal count.zero?, cleaning.clean?
        now = catalog(platform, *left, cleaning.script.text)
        assert Running::Cleaning.new(before, after, now, ids:).clean?, "#{platform} #{count}\n#{cleaning.script.text}"
        assert_includes now.tables.map { |each| each.name.downcase }, "others"
      end
    end
  end

  def test_what_is_lost_or_cannot_be_is_told_before
    dropping = foresight("postgresql", [ "DROP TABLE ferry" ])
    assert dropping.destroys?
    assert_match(/table ferry is dropped with its rows/, dropping.losses.join)
    assert_equal({ new: {}, gone: { "table" => 1 }, changed: {} }, dropping.counts)
    again = foresight("postgresql", [ "CREATE TABLE quay (id int)", "CREATE TABLE pier (code int)" ])
    assert_equal [ 3 ], again.faults.map(&:first), again.faults.inspect
    written = %w[quay pier].map { |name| Ddl::Statement.new("table", name, "CREATE TABLE #{name} (code int)") }
    made = Running::Foresight.new(side("postgresql", BEFORE), Ddl::Script.new(heading: [], statements: written), ids:)
    assert_equal [ [ 3, "pier is there already." ] ], made.faults.last(1)
    referring = foresight("postgresql", [ "CREATE TABLE quay (id int REFERENCES harbour (id))" ])
    assert_equal [ [ 1, "harbour is neither there nor made." ] ], referring.faults
    assert_equal({ new: { "table" => 1 }, gone: {}, changed: {} }, referring.counts)
  end
end
