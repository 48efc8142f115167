# frozen_string_literal: true

require "core_test_helper"

class RecipesTest < CoreTest
  def setup
    @model, @id = derived(ferries, "postgresql")
  end

  def composition(model: @model, id: @id, changed: nil, **values)
    Scripting::Composition.new(model, id, Metamodel::Recipe.new(id: "R", name: "R", **values), changed:)
  end

  def text(...) = composition(...).script.text
  def paragraph(**values)
    recipe = Metamodel::Recipe.new(id: "R", name: "R", **values)
    Scripting::Sentences.new(@model, recipe, composition(**values).account).paragraph
  end

  def test_without_choices_a_script_is_as_ever
    Platforms.keys.each do |key|
      model, id = derived(ferries, key)
      assert_equal Ddl.script(model, id).text, text(model:, id:), key
    end
  end

  # values => [what the paragraph says, what the script says, what it does not say]
  PARTS = {
    { foreign_keys: "inside" } => [ /foreign keys stand inside/, /\n  CONSTRAINT fk_berth_harbour FOREIGN KEY/,
                                    /ADD CONSTRAINT fk_berth/ ],
    { without: %w[comment index] } => [ /with their keys, without comments or indexes;/, /CREATE TABLE vessel/,
                                        /COMMENT ON|CREATE INDEX/ ],
    { drops: "plain" } => [ /Drops all of it first, and fails/, /\ADROP TABLE watch;.*CREATE TABLE/m, /IF EXISTS/ ],
    { drops: "if there" } => [ /Drops first what is there/, /DROP TABLE IF EXISTS watch;/, /\?/ ],
    { container: "quay" } => [ /Makes quay and begins in it/, /CREATE SCHEMA quay;\n\nSET search_path TO quay;/, /\?/ ],
    { schema: "dock" } => [ /into the schema dock/, /CREATE TABLE dock.vessel \(.*REFERENCES dock.harbour/m,
                            /TABLE vessel/ ],
    { quoting: "always" } => [ /Every name is quoted/, /CHECK \("band" IN.*CREATE TABLE "vessel" \(/m, /TABLE vessel/ ],
    { keywords: "lower" } => [ /in small letters/, /create table vessel \(.*comment on table vessel is 'A ferry/m,
                               /CREATE|NOT NULL/ ],
    { terminator: "on a line" } => [ /on a line of their own/, /\n\)\n;\n/, /\);/ ],
    { repeatable: true } => [ /run twice/,
                              /CREATE TABLE IF NOT EXISTS vessel.*DROP CONSTRAINT IF EXISTS fk_berth_harbour;/m,
                              /CREATE TABLE vessel/ ],
    { header: "By the yard.\nOn Monday." } => [ /written by hand/, /\A-- By the yard.\n-- On Monday.\n\nCREATE/,
                                                /by Kelvath/ ],
    { scope: "named", patterns: [ "ves*" ] } => [ /Creates 2 tables that are called ves\*/, /CREATE TABLE vessel_class/,
                                                  /TABLE harbour/ ],
    { scope: "changed", since: "Spring" } => [ /Creates 0 tables that changed since Spring/, /\A-- Hollin/, /TABLE/ ]
  }.freeze

  def test_each_part_is_said_and_done
    PARTS.each do |values, (said, done, undone)|
      assert_match said, paragraph(**values)
      script = text(**values)
      assert_match done, script.sub(/\A(?:--.*\n|\n)+(?=DROP)/, ""), values
      refute_match undone, script.lines.reject { |line| line.start_with?("-- Not kept") }.join, values
    end
  end

  def test_a_subject_area_with_what_its_tables_lead_to
    area = ferries.all(:subject_area).find { |each| each.name == "Fleet" }
    account = composition(scope: "subject area", subject_area_id: area.id).account
    assert_equal 6, account.made["table"]
    assert_includes account.warnings, "fk_fuel_delivery_berth refers to berth, which this script does not make."
  end

  def test_what_changed_comes_with_all_of_its_table
    column = @model.all(:column).find { |each| each.name == "call_sign" }
    assert_equal 1, composition(scope: "changed", changed: Set[column.id]).account.made["table"]
  end

  # Names stay as they are, whatever they look like.
  def test_names_are_no_keywords
    design = nil
    model = Draft.change(Model::EMPTY, ids:) do |draft|
      design = draft.add(:design, name: "D", platform: "mariadb")
      table = Editing::Tables.add(draft, design.id, "COMMENT")
      Editing::Tables.add_column(draft, table.id, "a int default 'NOT NULL'")
    end.apply(Model::EMPTY)
    assert_match(/create table COMMENT \(\n  a int default 'NOT NULL'\n\)/,
                 text(model:, id: design.id, keywords: "lower"))
  end

  # platform => a way of making nothing twice that only it has
  ONCE = { "oracle" => "CREATE TABLE vessel",
           "sqlserver" => "IF OBJECT_ID(N'vessel', N'U') IS NULL\nBEGIN\nCREATE TABLE",
           "mysql" => "SET @once = IF((SELECT COUNT(*) FROM information_schema.statistics WHERE index_name = ",
           "snowflake" => "CREATE TABLE IF NOT EXISTS vessel", "hive" => "CREATE TABLE IF NOT EXISTS vessel",
           "sqlite" => "CREATE INDEX IF NOT EXISTS ix_", "mariadb" => "DROP FOREIGN KEY IF EXISTS fk_berth" }.freeze

  def test_every_platform_has_its_way_of_running_twice
    ONCE.each do |key, words|
      model, id = derived(ferries, key)
      assert_includes text(model:, id:, repeatable: true), words
    end
    model, id = derived(ferries, "snowflake")
    assert_match(/Snowflake has no way to make the foreign key fk_/,
                 composition(model:, id:, repeatable: true).account.warnings.join)
    assert_match(/EXECUTE IMMEDIATE 'DROP TABLE watch CASCADE CONSTRAINTS';/, old_oracle(drops: "if there"))
    assert_match(%r{END;\n/\n}, old_oracle(repeatable: true))
  end

  def old_oracle(**values)
    model, id = derived(ferries, "oracle")
    text(model: Editing.set(model, id, "version", "19").apply(model), id:, **values)
  end

  def test_rules_of_foreign_keys_that_a_platform_lacks_are_kept_by_triggers_if_that_is_asked
    model, id = derived(ferries, "oracle")
    key = model.all(:foreign_key).find { |each| each.name == "fk_vessel_vessel_class" }
    model = Draft.change(model, ids:) { |draft|
      draft.set(key.id, on_update: "cascade", on_delete: "set null")
    }.apply(model)
    assert_match(/One rule of a foreign key is not kept by the database, nor by triggers\./,
                 Scripting::Sentences.new(model, Scripting::Recipes.usual, composition(model:, id:).account).paragraph)
    assert_match(/Left out.*“on update cascade”/, composition(model:, id:).account.warnings.join)
    made = composition(model:, id:, referential: "triggers")
    assert_empty made.account.warnings
    assert_includes made.script.text, "CREATE TRIGGER fk_vessel_vessel_class_on_update AFTER UPDATE ON vessel_class " \
                                      "FOR EACH ROW\nBEGIN\n  UPDATE vessel SET vessel_class_code = :NEW.code WHERE " \
                                      "vessel_class_code = :OLD.code AND :OLD.code <> :NEW.code;\nEND;\n/\n"
  end

  def test_such_triggers_run_twice_as_others_do
    { "oracle" => /^CREATE OR REPLACE TRIGGER fk_vessel_vessel_class_on_delete .*:OLD\.code;\nEND;\n\/$/m,
      "mariadb" => /^CREATE OR REPLACE TRIGGER fk_vessel_vessel_class_on_delete BEFORE DELETE/ }.each do |key, words|
      model, id = derived(ferries, key)
      foreign = model.all(:foreign_key).find { |each| each.name == "fk_vessel_vessel_class" }
      model = Draft.change(model, ids:) { |draft| draft.set(foreign.id, on_delete: "set default") }.apply(model)
      assert_match words, text(model:, id:, referential: "triggers", repeatable: true), key
    end
  end

  def test_a_recipe_that_ships_becomes_the_models_own_when_it_is_changed
    change, id = Scripting::Recipes.set(@model, "recipe-rebuild", "keywords", "lower", ids:)
    model = change.apply(@model)
    Invariants.check(change, model)
    assert_equal [ "Rebuild", "if there", "lower" ], %i[name drops keywords].map { |field| model[id][field] }
    assert_equal %w[Create For\ review Rebuild], Scripting::Recipes.all(model).map(&:name).sort
    change, again = Scripting::Recipes.set(model, id, "without", "comment, index", ids:)
    assert_equal [ id, %w[comment index] ], [ again, change.apply(model)[id].without ]
    { [ "without", "soup" ] => /“soup” cannot be left out/, [ "drops", "perhaps" ] => /choose one of none, plain/,
      [ "subject_area_id", "Nowhere" ] => /Nowhere/ }.each do |(field, text), words|
      assert_match words, assert_raises(InvalidValue) { Scripting::Recipes.set(model, id, field, text, ids:) }.message
    end
    assert_match(/no recipe “soup”/, assert_raises(UnknownName) { Scripting::Recipes.fetch(model, "soup") }.message)
  end

  def test_a_file_for_each_thing_and_one_that_runs_them
    script = composition(drops: "if there").script
    files = Scripting::Files.of(script, @model, Platforms.fetch("postgresql"))
    assert_match(/\\ir 001_drops.sql\n/, files["run_all.sql"])
    assert_equal files.keys.drop(1), files["run_all.sql"].scan(/\\ir (.+)/).flatten
    assert_equal script.statements.size, files.values.drop(1).sum { |text| Ddl::Splitter.statements(text).size }
    assert(files.any? { |name, text| name.end_with?("_vessel.sql") && text.start_with?("CREATE TABLE vessel (") })
  end

  def test_pieces_by_hand_stand_where_they_belong
    vessel = @model.all(:table).find { |each| each.name == "vessel" }
    model = { [ "", "before" ] => "CREATE DATABASE quay", [ "", "after" ] => "VACUUM;",
              [ vessel.id, "after" ] => "GRANT SELECT ON vessel TO clerk"
    }.reduce(@model) do |kept, ((subject, place), text)|
      Scripting::Pieces.set(kept, @id, subject, place, text, ids:).apply(kept)
    end
    assert_match(/\A(?:--.*\n|\n)+CREATE DATABASE quay;\n.*\nVACUUM;\n\z/m, text(model:))
    assert_match(/;\n\nGRANT SELECT ON vessel TO clerk;\n/, text(model:))
    assert_empty Proof.differences(model, @id, Intake::Catalog.new(tables: [], views: []), ids:).select { |each|
      each.kind == :script_piece
    }
    gone = Scripting::Pieces.set(model, @id, "", "after", " ", ids:).apply(model)
    refute_match(/VACUUM/, text(model: gone))
  end

  # text => what is wrong with it
  WRONG = { "SELECT 'a" => /quotation mark that is not closed, in line 1/,
            "SELECT 1;\nSELECT (2;" => /within brackets, in line 2/,
            "a )" => /closes a bracket that is not open/, "/* open" => /comment that is not closed/,
            "(" => /bracket that is not closed/ }.freeze

  def test_a_piece_that_swallows_what_comes_after_it_is_refused
    WRONG.each do |text, words|
      assert_match words, assert_raises(InvalidValue) {
        Scripting::Pieces.set(@model, @id, "", "before", text, ids:)
      }.message
    end
    assert Scripting::Pieces.set(@model, @id, "", "before", "SELECT ';'; -- ;", ids:)
  end
end
