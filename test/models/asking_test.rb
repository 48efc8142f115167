# frozen_string_literal: true

require "test_helper"

# Questions in SQL: what they answer, and what they cannot do.
class AskingTest < ActiveSupport::TestCase
  def views = @views ||= Kelvath::Questions.views(ferries.model)
  def ask(sql, **more) = Asking.answer(views, sql, **more)

  test "views are joined, and rows have a limit" do
    answer = ask(<<~SQL)
      SELECT e.name, count(*) AS n FROM entities e JOIN attributes a ON a.within_id = e.id
      WHERE e.subject_area = 'Fleet' GROUP BY e.id ORDER BY e.name; -- by name
    SQL
    assert_equal [ %w[name n], [ "Defect", 4 ] ], [ answer.columns, answer.rows.first ]
    refute answer.more
    many = ask("WITH RECURSIVE n (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM n) SELECT x FROM n")
    assert_equal [ Asking::MOST, true ], [ many.rows.size, many.more ]
  end

  # { SQL => what is said }
  test "what it cannot do is said" do
    { "DELETE FROM entities" => /only reads/, "ATTACH '/etc/passwd' AS x" => /only reads/,
      "PRAGMA table_info(entities)" => /only reads/, "CREATE TEMP TABLE x (y)" => /only reads/,
      "SELECT load_extension('x')" => /only reads|not authorized/,
      "SELECT readfile('/etc/passwd')" => /no such function/,
      "INSERT INTO entities (id) VALUES (1)" => /only reads/, "SELECT 1; SELECT 2" => /more than one statement/,
      "SELECT * FROM entites" => /did you mean “entities”/,
      "SELECT definitoin FROM entities" => /no column “definitoin”; did you mean “definition”/,
      "SELEC 1" => /near "SELEC": syntax error\.\z/, " " => /Type a question/ }.each do |sql, words|
      assert_match words, assert_raises(Kelvath::Error, sql) { ask(sql) }.message, sql
    end
  end

  test "what would run for ever, or take all memory, is stopped" do
    forever = "WITH RECURSIVE n (x) AS (SELECT 1 UNION ALL SELECT x + 1 FROM n) SELECT count(*) FROM n"
    assert_match(/was stopped/, assert_raises(Kelvath::Error) { ask(forever, wait: 1) }.message)
    huge = "WITH RECURSIVE n (x) AS (SELECT 'a' UNION ALL SELECT x || x FROM n) SELECT max(x) FROM n"
    assert_raises(Kelvath::Error) { ask(huge) }
  end
end
