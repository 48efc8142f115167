# frozen_string_literal: true

require "core_test_helper"

# Facts and their dimensions.
class StarsTest < CoreTest
  SCRIPT = <<~SQL
    CREATE TABLE day (id int PRIMARY KEY, season int);
    CREATE TABLE port (id int PRIMARY KEY, name varchar(20));
    CREATE TABLE route (id int PRIMARY KEY, port int REFERENCES port (id));
    CREATE TABLE ticket_sales (day int REFERENCES day (id), route int REFERENCES route (id), amount numeric(9,2));
    CREATE TABLE route_day (day int REFERENCES day (id), route int REFERENCES route (id));
    CREATE TABLE refund (sale int, day int REFERENCES day (id), amount numeric(9,2));
  SQL

  def test_a_fact_has_numbers_and_refers_to_two_that_nothing_else_is
    source = Reading::Source.new(name: "", text: SCRIPT)
    catalog = Reading.read([ source ], platform: Platforms.fetch("postgresql")).catalog
    taken = Starting.from_catalog("Mart", catalog, platform: "postgresql", ids:, stars: true, logical: false)
    stars = Intake::Stars.new(taken.model, taken.design_id).all
    assert_equal [ [ "ticket_sales", %w[day port route] ] ],
                 stars.map { |fact, around| [ fact.name, around.map(&:name) ] }
    diagram = taken.model.all(:diagram).find { |each| each.name == "ticket_sales" }
    assert_equal 4, taken.model.children(diagram.id, :diagram_node).size
    assert_match(/1 of its tables are facts/, taken.log.map(&:message).join)
    assert_empty taken.model.all(:entity)
  end
end
