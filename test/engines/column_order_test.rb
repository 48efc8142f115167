# frozen_string_literal: true

require "test_helper"
require "support/live_databases"

# Columns that stand in another order: left where they are, or brought into order where somebody wants that, with every
# row and number.
class ColumnOrderTest < ActiveSupport::TestCase
  MADE = {
    "PostgreSQL" => [ "CREATE TABLE berth (a int, id int GENERATED ALWAYS AS IDENTITY PRIMARY KEY, " \
                      "b text DEFAULT 'x', gone int);", "CREATE TABLE stay (berth int REFERENCES berth (id));",
                      "CREATE VIEW bs AS SELECT b FROM berth;" ],
    "MariaDB" => [ "CREATE TABLE berth (a int, id int AUTO_INCREMENT PRIMARY KEY, b varchar(9) DEFAULT 'x', gone int);",
                   "CREATE TABLE stay (berth int, CONSTRAINT fk FOREIGN KEY (berth) REFERENCES berth (id));" ]
  }.freeze
  ORDERED = Kelvath::Metamodel::Recipe.new(id: "R", name: "R", column_order: "as designed")

  LiveDatabases::ALL.slice(*MADE.keys).each do |title, engine|
    test title do
      engine.open do |live|
        live.empty
        live.run(MADE.fetch(title), "INSERT INTO berth (a, b) VALUES (7, 'one'), (8, NULL)",
"INSERT INTO stay VALUES (2)")
        side = live.side
        goal = ordered(side)
        left = Kelvath::Altering.between(side, goal)
        assert_equal [ "The columns of berth stay in the order that they have in the database." ], left.remarks
        alteration = Kelvath::Altering.between(side, goal, recipe: ORDERED)
        live.run(alteration.statements.map(&:sql))
        assert_equal %w[id fresh b a], columns(live.side), alteration.script.text
        live.run("INSERT INTO berth (a) VALUES (9)")
        rows = [ %w[1 one 7], [ "2", "", "8" ], %w[3 x 9] ]
        assert_equal rows, live.query("SELECT id, b, a FROM berth ORDER BY id"), alteration.script.text
        again = Kelvath::Altering.between(live.side, goal, recipe: ORDERED)
        assert again.equal?, again.script.text
      end
    end
  end

  private

  def berth(side) = side.model.all(:table).find { |each| each.name == "berth" }
  def columns(side) = side.model.children(berth(side).id, :column).map(&:name)

  # id first, a new one behind it, what was first last; one goes.
  def ordered(side)
    draft = Kelvath::Draft.new(side.model, ids: Ids)
    named = draft.model.children(berth(side).id, :column).to_h { |each| [ each.name, each ] }
    { "id" => 1.0, "b" => 3.0, "a" => 4.0 }.each { |name, position| draft.set(named[name].id, position:) }
    draft.remove(named["gone"].id)
    draft.add(:column, parent_id: berth(side).id, name: "fresh", position: 2.0, native_type: named["a"].native_type)
    Kelvath::Altering::Side.new(model: draft.model, design_id: side.design_id, told: false)
  end
end
