# frozen_string_literal: true

require "core_test_helper"

# What scripts say of roles and their rights is in the design, or kept as text.
class RightsTest < CoreTest
  MADE = [ "CREATE SCHEMA crew", "CREATE TABLE berth (id int)", "CREATE TABLE crew.mate (id int)",
           "CREATE VIEW free AS SELECT id FROM berth", "CREATE SEQUENCE tally",
           "CREATE FUNCTION pay(int) RETURNS int LANGUAGE sql AS 'SELECT 1'" ].freeze
  # { statements => what each role may do }; a role that may do nothing has none
  CASES = {
    [ "CREATE ROLE stoker LOGIN" ] => { "stoker" => [] },
    [ "DO $$ BEGIN CREATE ROLE stoker; EXCEPTION WHEN duplicate_object THEN NULL; END $$" ] => { "stoker" => [] },
    [ "CREATE ROLE stoker", "DROP ROLE stoker" ] => {},
    [ "GRANT INSERT, SELECT ON berth TO stoker" ] => { "stoker" => [ "select, insert on berth" ] },
    [ "GRANT SELECT ON TABLE berth, crew.mate TO stoker, PUBLIC" ] =>
      { "stoker" => [ "select on berth", "select on crew.mate" ],
        "public" => [ "select on berth", "select on crew.mate" ] },
    [ "GRANT SELECT ON berth TO stoker", "GRANT UPDATE ON berth TO stoker WITH GRANT OPTION" ] =>
      { "stoker" => [ "select on berth", "update on berth, passed on" ] },
    [ "GRANT ALL PRIVILEGES ON free, tally TO stoker" ] => { "stoker" => [ "all on free", "all on tally" ] },
    [ "GRANT USAGE ON SCHEMA crew TO stoker", "GRANT ALL ON FUNCTION pay(int) TO stoker" ] =>
      { "stoker" => [ "usage on crew", "execute on pay" ] },
    [ "GRANT SELECT ON ALL TABLES IN SCHEMA crew TO stoker" ] => { "stoker" => [ "select on crew.mate" ] },
    [ "GRANT SELECT, INSERT ON berth TO stoker", "REVOKE SELECT ON berth FROM stoker" ] =>
      { "stoker" => [ "insert on berth" ] },
    [ "GRANT ALL ON berth TO stoker", "REVOKE ALL ON berth FROM stoker" ] => { "stoker" => [] },
    [ "GRANT SELECT ON berth TO stoker WITH GRANT OPTION", "REVOKE GRANT OPTION FOR SELECT ON berth FROM stoker" ] =>
      { "stoker" => [ "select on berth" ] },
    [ "GRANT SELECT ON berth TO stoker", "ALTER TABLE berth RENAME TO quay" ] => { "stoker" => [ "select on quay" ] },
    [ "GRANT SELECT ON crew.mate TO stoker", "DROP TABLE crew.mate" ] => { "stoker" => [] }
  }.freeze
  KEPT = [ "GRANT SELECT (id) ON berth TO stoker", "GRANT USAGE ON TYPE kind TO stoker", "GRANT mate TO stoker",
           "GRANT CREATE ON DATABASE harbour TO stoker", "REVOKE ALL ON FUNCTION pay(int) FROM PUBLIC",
           "GRANT USAGE ON SCHEMA public TO stoker", "GRANT SELECT ON elsewhere TO stoker" ].freeze

  CASES.each do |statements, said|
    define_method("test_#{statements.join('; ')}") do
      assert_equal said, rights(side([ *MADE, *statements ].join(";\n")).model)
    end
  end

  KEPT.each do |statement|
    define_method("test_kept_#{statement}") do
      model = side([ *MADE, statement ].join(";\n")).model
      assert_equal [ {}, [ "#{statement};" ] ], [ rights(model), model.all(:script_piece).map(&:text) ]
    end
  end

  # What is there for all that a database holds is made unless it is there.
  def test_extensions_and_languages
    texts = read_pieces("CREATE LANGUAGE plpgsql; CREATE EXTENSION hstore; CREATE EXTENSION IF NOT EXISTS citext;")
    assert_equal [ "CREATE OR REPLACE LANGUAGE plpgsql", "CREATE EXTENSION IF NOT EXISTS hstore",
                   "CREATE EXTENSION IF NOT EXISTS citext" ], texts
  end

  # A role is not dropped: it may be somebody's in another database.
  def test_from_one_state_to_another
    before, after = [ "GRANT SELECT ON berth TO stoker; GRANT SELECT ON free TO mate, PUBLIC",
                      "GRANT SELECT, INSERT ON berth TO stoker; GRANT SELECT ON free TO PUBLIC" ]
                    .map { |grants| side([ *MADE, grants ].join(";\n")) }
    alteration = Altering.between(before, after)
    assert_equal [ "REVOKE SELECT ON free FROM mate", "REVOKE SELECT ON berth FROM stoker",
                   "GRANT SELECT, INSERT ON berth TO stoker" ], alteration.statements.map(&:sql) - %w[BEGIN COMMIT]
    assert_equal [ "The role mate stays on the server; only its rights here are taken away." ], alteration.remarks
    assert_match(/CREATE ROLE mate/, alteration.reverse.script.text)
  end

  # A database tells roles by their rights.
  def test_a_role_without_rights_is_no_difference_to_a_database
    design, told = [ "CREATE ROLE stoker;", "" ].map { |text| side("CREATE TABLE berth (id int); #{text}") }
    told.told = design.told = false
    refute Altering.between(told, design).equal?
    told.told = true
    assert Altering.between(told, design).equal?
    catalog = Reading.read([ Reading::Source.of("", "CREATE TABLE berth (id int)") ],
                           platform: Platforms.fetch("postgresql")).catalog
    assert_empty Proof.differences(design.model, design.design_id, catalog, ids:)
  end

  private

  def read_pieces(text)
    Reading.read([ Reading::Source.of("", text) ], platform: Platforms.fetch("postgresql")).catalog.pieces.map(&:text)
  end

  def rights(model)
    model.all(:role).to_h do |role|
      [ role.name, model.children(role.id, :grant).map { |each|
        "#{each.label(model)}#{', passed on' if each.passes_on}" } ]
    end
  end
end
