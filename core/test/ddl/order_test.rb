# frozen_string_literal: true

require "core_test_helper"

# Statements are brought before what needs them, and else stay where they stand.
class OrderTest < CoreTest
  # { [kind, SQL] in the order that they have => the places that they get }
  CASES = {
    # what a default calls
    [ [ "table", "CREATE TABLE berth (id int DEFAULT pick())" ],
      [ "routine", "CREATE FUNCTION pick() RETURNS int AS $$ x $$" ] ] => [ 1, 0 ],
    # a column of that name is no call; nor is a text
    [ [ "table", "CREATE TABLE berth (pick int, b text DEFAULT 'pick()')" ],
      [ "routine", "CREATE FUNCTION pick() RETURNS int" ] ] => [ 0, 1 ],
    # what its head names comes before it; what its body does, if that is plain SQL
    [ [ "table", "CREATE TABLE a (id int DEFAULT f())" ], [ "table", "CREATE TABLE b (id int)" ],
      [ "routine", "CREATE FUNCTION f() RETURNS b LANGUAGE plpgsql AS $$ a $$" ] ] => [ 1, 2, 0 ],
    [ [ "table", "CREATE TABLE a (id int)" ], [ "view", "CREATE VIEW v AS SELECT f(id) FROM a" ],
      [ "routine", "CREATE FUNCTION f(x int) RETURNS int LANGUAGE sql AS 'SELECT g(x)'" ],
      [ "routine", "CREATE FUNCTION g(x int) RETURNS int LANGUAGE sql AS $$ SELECT x $$" ] ] => [ 0, 3, 2, 1 ],
    # views over views
    [ [ "view", "CREATE VIEW one AS SELECT * FROM two" ], [ "view", "CREATE VIEW two AS SELECT 1" ] ] => [ 1, 0 ],
    # by hand, before what is dropped and after
    [ [ "by hand", "SET ROLE mate;" ], [ "by hand", "CREATE AGGREGATE total(int) (SFUNC = add_up);" ],
      [ "drop", "DROP TABLE a" ], [ "table", "CREATE TABLE a (id int)" ],
      [ "routine", "CREATE FUNCTION add_up(x int, y int) RETURNS int AS $$ x $$" ] ] => [ 0, 2, 4, 1, 3 ],
    # two that need each other
    [ [ "view", "CREATE VIEW a AS SELECT * FROM b" ], [ "view", "CREATE VIEW b AS SELECT * FROM a" ] ] => [ 1, 0 ]
  }.freeze

  CASES.each_with_index do |(statements, places), index|
    define_method("test_#{index}") do
      list = statements.map { |kind, sql| Ddl::Statement.new(kind, "", sql) }
      assert_equal places, Ddl::Order.new(list).ordered.map { |each| list.index { |other| other.equal?(each) } }
    end
  end
end
