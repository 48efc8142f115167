# frozen_string_literal: true

require "core_test_helper"

# What is asked and answered where two sides share no ids: scripts, files and databases against designs.
class AnswersTest < CoreTest
  START = <<~SQL
    CREATE TABLE ship (id int PRIMARY KEY);
    CREATE TABLE driver (id int PRIMARY KEY, phone varchar(20), ship_id int REFERENCES ship (id));
    CREATE TABLE wagon (id int PRIMARY KEY, plate varchar(9), axles int);
  SQL

  # { goal => [answers, statements that must be there, what must not be lost] }
  CASES = {
    "a column" => [ START.sub("phone", "mobile"), [ %w[driver.mobile phone] ], /RENAME COLUMN phone TO mobile/ ],
    "a table" => [ START.sub("wagon", "lorry"), [ %w[lorry wagon] ], /wagon RENAME TO lorry/ ],
    "a table and its column" => [ START.sub("driver (", "crew (").sub("phone", "mobile"),
                                  [ %w[crew driver], %w[crew.mobile phone] ], /RENAME COLUMN phone TO mobile/ ],
    "values that go to a table in between" => [
      START.sub(", ship_id int REFERENCES ship (id)", "") + "CREATE TABLE drives (driver_id int NOT NULL REFERENCES " \
        "driver (id), ship int NOT NULL REFERENCES ship (id), PRIMARY KEY (driver_id, ship));",
      [ %w[drives.ship driver.ship_id] ],
      /INSERT INTO drives \(driver_id, ship\)\s+SELECT id, ship_id FROM driver WHERE ship_id IS NOT NULL/
    ],
    "values that go to a table of their own" => [
      START.sub("phone varchar(20), ", "") + "CREATE TABLE contact (driver_id int PRIMARY KEY REFERENCES " \
        "driver (id), phone varchar(20));", [ %w[contact.phone driver.phone] ],
      /INSERT INTO contact \(driver_id, phone\)\s+SELECT id, phone FROM driver/
    ]
  }.freeze

  CASES.each do |what, (goal, answers, wanted)|
    define_method("test_#{what}") do
      sides = [ side(START), side(goal) ]
      asked = Altering.between(*sides)
      assert asked.asks?, "it is not asked"
      assert_match(/^-- Open: /, asked.script.text)
      assert_equal Set["former", "from"] | asked.losing_questions.map(&:kind), Set["former", "from"]
      alteration = Altering.between(*sides, answers: Altering::Answers.said(*sides, answers))
      assert_match wanted, alteration.script.text
      assert_equal [ [], false ], [ alteration.losses.reject(&:stops?).map(&:words), alteration.asks? ]
    end
  end

  # { [start, goal] => [answer, statement] }: what holds no rows itself, and what is in it goes along.
  OTHERS = {
    [ "CREATE TYPE kind AS ENUM ('a', 'b'); CREATE TABLE berth (kind kind);",
      "CREATE TYPE category AS ENUM ('a', 'b'); CREATE TABLE berth (kind category);" ] =>
      [ %w[category kind], /ALTER TYPE kind RENAME TO category/ ],
    [ "CREATE SCHEMA quay; CREATE TABLE quay.berth (id int);",
      "CREATE SCHEMA pier; CREATE TABLE pier.berth (id int);" ] =>
      [ %w[pier quay], /ALTER SCHEMA quay RENAME TO pier/ ],
    [ "CREATE TABLE berth (id int, no int, CONSTRAINT one UNIQUE (id));",
      "CREATE TABLE berth (id int, no int, CONSTRAINT two UNIQUE (no));" ] =>
      [ %w[berth.two one], /ADD CONSTRAINT two UNIQUE/ ]
  }.freeze

  OTHERS.each_with_index do |((start, goal), (answer, wanted)), index|
    define_method("test_other_things_#{index}") do
      sides = [ side(start), side(goal) ]
      alteration = Altering.between(*sides, answers: Altering::Answers.said(*sides, [ answer ]))
      assert_match wanted, alteration.script.text
      assert_empty alteration.losses.reject(&:stops?).map(&:words)
      refute_predicate alteration, :asks?
    end
  end

  def test_what_may_go_is_said_by_its_name
    sides = [ side(START), side(START.sub("phone", "mobile")) ]
    question = Altering.between(*sides).questions.first
    assert_equal %w[driver.mobile former driver.phone], [ question.about, question.kind, question.lost ]
    alteration = Altering.between(*sides, answers: Altering::Answers.said(*sides, [], lost: [ "Driver.Phone" ]))
    assert_equal [ false, [ "driver.phone is dropped with its values." ] ],
      [ alteration.asks?, alteration.losses.map(&:words) ]
  end

  # { an answer => why it cannot be used }
  USELESS = { %w[lorry ship] => /only wagon is gone there/, %w[nothing phone] => /nothing called “nothing”/,
              %w[driver.phone mobile;] => /cannot be a value/ }.freeze

  def test_an_answer_that_cannot_be_used_is_refused
    sides = [ side(START), side(START.sub("wagon", "lorry")) ]
    USELESS.each do |answer, why|
      assert_match why, assert_raises(InvalidValue, answer.inspect) {
 Altering::Answers.said(*sides, [ answer ]) }.message
    end
    assert_raises(InvalidValue) { Altering::Answers.said(*sides, [], lost: [ "driver" ]) }
    assert_equal({ [ "driver.phone", "value" ] => "'none'", [ "driver.phone", "value back" ] => "'none'" },
                 Altering::Answers.said(*sides, [ [ "driver.phone", "'none'" ] ]))
  end

  # What a script calls otherwise is known; two tables of one name in two schemas are never taken for one another.
  def test_what_is_known_is_not_asked
    renamed = side("#{START}ALTER TABLE wagon RENAME TO lorry; ALTER TABLE driver RENAME COLUMN phone TO mobile;")
    alteration = Altering.between(side(START), renamed)
    assert_equal [ [], [], 2 ],
      [ alteration.questions, alteration.losses,
      alteration.changes.changed(:table).size + alteration.changes.changed(:column).size ]
    logs = %w[a b].map { |schema| "CREATE SCHEMA #{schema}; CREATE TABLE #{schema}.log (#{schema} int);" }
    assert_predicate Altering.between(side(logs.join), side(logs.reverse.join)), :equal?
    questions = Altering.between(side(logs.join),
      side(logs.join.gsub("SCHEMA b", "SCHEMA c").gsub("b.log", "c.log"))).questions
    assert_equal [ "Is the schema c what was called b?" ], questions.map(&:words)
  end
end
