# frozen_string_literal: true

require "core_test_helper"
require_relative "../../../demo/big_company"

# Entities divided by what they have to do with each other.
class AreasTest < CoreTest
  def test_the_ferries_fall_into_what_their_people_would_say
    hubs = Intake::Areas.new(ferries).groups.to_h { |hub, members| [ hub.name, members.map(&:name) ] }
    assert_equal [ "Vessel", "Passenger", "Harbour", "Defect", "Crew Member" ], hubs.keys
    assert_includes hubs["Passenger"], "Booking"
    assert_includes hubs["Crew Member"], "Watch"
    assert_equal hubs.values.flatten.uniq, hubs.values.flatten
  end

  def test_what_nothing_refers_to_is_in_none_and_the_same_model_is_divided_alike
    model = model("Each Vessel may make many Sailings.", "Vessel" => [], "Sailing" => [], "Gull" => [])
    assert_equal [ %w[Vessel Sailing] ], Intake::Areas.new(model).groups.map { |_, members| members.map(&:name) }
    twice = Array.new(2) { Intake::Areas.new(ferries).groups.map { |hub, members| [ hub.id, members.map(&:id) ] } }
    assert_equal(*twice)
  end

  def test_a_script_of_many_tables_gets_areas_with_diagrams_and_one_of_few_none
    { 4 => 0, 20 => 20 }.each do |stars, areas|
      text = (1..stars).map { |star|
        rays = (1..4).map { |ray| "CREATE TABLE ray#{star}_#{ray} (id int PRIMARY KEY, h int REFERENCES hub#{star});" }
        "CREATE TABLE hub#{star} (id int PRIMARY KEY);\n#{rays.join("\n")}\n"
      }.join
      catalog = Reading.read([ Reading::Source.new(name: "", text:) ], platform: Platforms.fetch("postgresql")).catalog
      taken = Starting.from_catalog("Stars", catalog, platform: "postgresql", ids:)
      assert_equal areas, taken.model.all(:subject_area).size
      assert_equal areas, taken.model.all(:diagram).count(&:subject_area_id)
      overview = taken.model.all(:diagram).find { |diagram| diagram.name == "Subject areas" }
      assert_equal (1..areas).map { |star| "hub#{star}" }.sort, overview ? names_on(taken.model, overview) : []
    end
  end

  private

  def names_on(model, diagram)
    model.children(diagram.id, :diagram_node).map { |node| model.fetch(node.element_id).name.downcase.delete(" ") }.sort
  end
end
