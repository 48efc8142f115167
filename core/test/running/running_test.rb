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

  def foresight(platform, list = STATEMENTS, before = BEFORE)
    Running::Foresight.new(side(platform, before), script(list), ids:)
  end

  # done: the text of what has run; now: texts of what is there.
  def way_back(platform, before, done, now)
    Running::WayBack.new(side(platform, before), done, catalog(platform, *now), ids:)
  end


  PLATFORMS.each do |platform|
    define_method("test_what_it_would_do_and_undo_on_#{platform}") do
      seen = foresight(platform)
      assert_equal({ new: { "table" => 1, "view" => 1 }, gone: {}, renamed: {}, changed: { "table" => 2 } },
        seen.counts)
      assert_empty seen.faults
      refute seen.destroys?
      back = side(platform, BEFORE, script(STATEMENTS).text, seen.undo.script.text)
      assert_empty Running.differences(side(platform, BEFORE), back).map(&:to_s), seen.undo.script.text
    end

    # Stopped behind each of its statements; what others made meanwhile stays.
    define_method("test_a_run_that_stops_anywhere_is_taken_back_on_#{platform}") do
      (0..STATEMENTS.size).each do |count|
        done = script(STATEMENTS.first(count)).text
        left = [ BEFORE, done, "CREATE TABLE others (id int);" ]
        back = way_back(platform, BEFORE, done, left)
        assert_equal count.zero?, back.clean?
        assert_equal [ [], [] ], [ back.refusals, back.not_brought_back ]
        now = [ *left, back.script.text ]
        assert way_back(platform, BEFORE, done, now).clean?, "#{platform} #{count}\n#{back.script.text}"
        assert_empty Running.differences(side(platform, BEFORE, left.last), side(platform, *now)).map(&:to_s)
      end
    end
  end

  # { what ran => what runs back }: each thing stays what it is, whatever it is called.
  RENAMES = {
    "ALTER TABLE crew RENAME TO mariner;" => [ "RENAME TABLE mariner TO crew" ],
    "ALTER TABLE crew RENAME COLUMN rank TO grade;" => [ "ALTER TABLE crew RENAME COLUMN grade TO rank" ],
    "ALTER TABLE crew RENAME TO aside; ALTER TABLE pier RENAME TO crew; ALTER TABLE aside RENAME TO pier;" => nil,
    "ALTER TABLE crew RENAME TO mariner; CREATE TABLE crew (id int);" => nil
  }.freeze

  def test_a_rename_goes_back_as_a_rename
    before = "CREATE TABLE pier (code int PRIMARY KEY); CREATE TABLE crew (id int PRIMARY KEY, `rank` varchar(9));"
    RENAMES.each do |ran, wanted|
      back = way_back("mariadb", before, ran, [ before, ran ])
      assert_equal wanted, back.script.statements.map(&:sql) if wanted
      assert_empty back.losses.map(&:words).reject { |words| words.match?(/table crew/) && ran.include?("CREATE") }
      assert_empty Running.differences(side("mariadb", before),
        side("mariadb", before, ran, back.script.text)).map(&:to_s)
    end
    seen = foresight("mariadb", RENAMES.keys[2].split(";").map(&:strip), before)
    assert_equal [ { "table" => 2 }, {}, [] ], [ *seen.counts.values_at(:renamed, :gone), seen.losses ]
  end

  # { what others did since => why there is no way back }
  SINCE = { "ALTER TABLE crew ADD berth int;" => "table crew has got column crew.berth since.",
            "CREATE VIEW mine AS SELECT id FROM crew;" => "view mine needs what this run has made.",
            "ALTER TABLE pier MODIFY name varchar(80);" => nil,
            "ALTER TABLE pier MODIFY depth bigint;" => nil,
            "ALTER TABLE ferry DROP COLUMN pier_code;" => "column ferry.pier_code is not there any more.",
            "DROP TABLE wharf;" => "table wharf is not there any more." }.freeze

  def test_what_others_did_since_is_not_undone
    before = "CREATE TABLE pier (code int, name varchar(9)); CREATE TABLE ferry (id int, pier_code int); " \
             "CREATE TABLE wharf (id int, length int);"
    ran = "ALTER TABLE wharf DROP COLUMN length; CREATE TABLE crew (id int); ALTER TABLE pier ADD depth int; " \
          "ALTER TABLE ferry MODIFY pier_code bigint;"
    SINCE.each do |since, why|
      back = way_back("mariadb", before, ran, [ before, ran, since ])
      assert_equal [ why ].compact, back.refusals.map(&:downcase), since
      next if why

      now = side("mariadb", before, ran, since, back.script.text)
      kept = since.include?("depth") ? [ before ] : [ before, since ]
      assert_empty Running.differences(side("mariadb", *kept), now).map(&:to_s), since
    end
  end

  # A statement of which nobody knows whether it has run.
  def test_what_had_begun_is_told_by_what_is_there
    before, done, begun = "CREATE TABLE pier (code int);", "CREATE TABLE crew (id int);",
      "ALTER TABLE crew RENAME TO hand;"
    [ [], [ begun ] ].each do |ran|
      back = way_back("mariadb", before, [ done, "#{done}#{begun}" ], [ before, done, *ran ])
      assert_equal [ "DROP TABLE #{ran.any? ? 'hand' : 'crew'}" ], back.script.statements.map(&:sql)
      assert_equal ran.any?, back.told.include?(begun)
    end
  end

  # A table whose rows went into another one that took its place is still that table.
  def test_a_table_made_anew_is_the_same_and_one_made_again_is_not
    before = "CREATE TABLE crew (id int PRIMARY KEY, grade varchar(9));"
    anew = [ "CREATE TABLE new_crew (id int PRIMARY KEY, `rank` varchar(9), wage int)",
             "INSERT INTO new_crew (id, `rank`) SELECT id, grade FROM crew", "DROP TABLE crew",
             "ALTER TABLE new_crew RENAME TO crew" ]
    seen = foresight("mariadb", anew, before)
    assert_equal [ {}, [] ], [ seen.counts[:gone], seen.losses.map(&:words) ]
    [ anew.values_at(0, 2, 3), [ anew[0], "#{anew[1]} WHERE id > 3", *anew[2..] ] ].each do |list|
      assert_match(/table crew is dropped with its rows/, foresight("mariadb", list, before).losses.map(&:words).join)
    end
    again = anew.values_at(0, 2, 3)
    gone = way_back("mariadb", before, script(again).text, [ before, script(again).text ])
    assert_equal [ "The table crew is dropped with its rows." ], gone.not_brought_back
  end

  # { statement of somebody's => [words, what is counted] }
  CLEARED = {
    "TRUNCATE pier" => [ "All rows of pier go", "SELECT count(*) FROM pier" ],
    "DELETE FROM `pier` WHERE code > 3" => [ "Rows of `pier` go", "SELECT count(*) FROM `pier` WHERE code > 3" ],
    "UPDATE pier SET code = 1 WHERE code = 2" => [ "Values of pier are written over",
                                                   "SELECT count(*) FROM pier WHERE code = 2" ],
    "REPLACE INTO pier VALUES (1)" => [ "Rows of pier may be written over", nil ],
    "DROP DATABASE office" => [ "office goes with all that is in it", nil ],
    "INSERT INTO pier VALUES (1)" => nil
  }.freeze

  def test_rows_that_statements_take_away_are_told
    CLEARED.each do |sql, told|
      found = foresight("mariadb", [ sql ], "CREATE TABLE pier (code int);").losses.map { |each|
        [ each.words, each.count ] }
      assert_equal [ told && [ "#{told.first} (line 1).", told.last ] ].compact, found, sql
    end
    ours = Ddl::Script.new(heading: [], statements: [ Ddl::Statement.new("fill", "pier", "UPDATE pier SET code = 1") ])
    assert_empty Running::Clearing.of(ours)
  end

  def test_what_is_lost_or_cannot_be_is_told_before
    dropping = foresight("postgresql", [ "DROP TABLE ferry" ])
    assert dropping.destroys?
    assert_match(/table ferry is dropped with its rows/, dropping.losses.map(&:words).join)
    assert_equal({ new: {}, gone: { "table" => 1 }, renamed: {}, changed: {} }, dropping.counts)
    again = foresight("postgresql", [ "CREATE TABLE quay (id int)", "CREATE TABLE pier (code int)" ])
    assert_equal [ 3 ], again.faults.map(&:first), again.faults.inspect
    written = %w[quay pier].map { |name| Ddl::Statement.new("table", name, "CREATE TABLE #{name} (code int)") }
    made = Running::Foresight.new(side("postgresql", BEFORE), Ddl::Script.new(heading: [], statements: written), ids:)
    assert_equal [ [ 3, "pier is there already." ] ], made.faults.last(1)
    referring = foresight("postgresql", [ "CREATE TABLE quay (id int REFERENCES harbour (id))" ])
    assert_equal [ [ 1, "harbour is neither there nor made." ] ], referring.faults
    assert_equal({ new: { "table" => 1 }, gone: {}, renamed: {}, changed: {} }, referring.counts)
  end
end
