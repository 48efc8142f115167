# frozen_string_literal: true

require "core_test_helper"

# Functions that change while triggers and views call them.
class RoutinesTest < CoreTest
  TABLE = "CREATE TABLE berth (id int, depth int);"
  TRIGGER = "CREATE TRIGGER noted BEFORE INSERT ON berth FOR EACH ROW EXECUTE FUNCTION note();"

  # { [function before, function after] => what is done to it and its trigger, in order }
  CASES = {
    [ "CREATE FUNCTION note() RETURNS trigger LANGUAGE plpgsql AS $$BEGIN RETURN NEW; END$$;",
      "CREATE FUNCTION note() RETURNS trigger LANGUAGE plpgsql AS $$BEGIN RETURN OLD; END$$;" ] =>
      [ "CREATE OR REPLACE FUNCTION note" ],
    [ "CREATE FUNCTION note(a int DEFAULT 1) RETURNS trigger LANGUAGE plpgsql AS $$BEGIN RETURN NEW; END$$;",
      "CREATE FUNCTION note() RETURNS trigger LANGUAGE plpgsql AS $$BEGIN RETURN OLD; END$$;" ] =>
      [ "DROP TRIGGER noted", "DROP FUNCTION note", "CREATE FUNCTION note", "CREATE TRIGGER noted" ]
  }.freeze

  CASES.each_with_index do |((old, new), wanted), index|
    define_method("test_case_#{index}") do
      script = between([ TABLE, old, TRIGGER ], [ TABLE, new, TRIGGER ]).statements.map(&:sql)
      kept = script.grep(/note/).map { |sql| sql[/\A(?:DROP|CREATE)(?: OR REPLACE)? \w+ \w+/] }
      assert_equal wanted.sort, kept.sort
      assert_equal wanted.grep(/CREATE/), kept.grep(/CREATE/)
    end
  end

  def test_a_new_function_comes_before_the_trigger_that_calls_it
    made = CASES.keys.first.first
    script = between([ TABLE ], [ TABLE, made, TRIGGER ]).statements.map(&:sql).grep(/note/)
    assert_equal [ "CREATE FUNCTION", "CREATE TRIGGER" ], script.map { |sql| sql[/\A\w+ \w+/] }
  end

  private

  def between(*sides) = Altering.between(*sides.map { |texts| side(texts.join("\n")) })
end
