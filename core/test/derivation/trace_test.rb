# frozen_string_literal: true

require "core_test_helper"

class TraceTest < CoreTest
  def setup
    @model, @id = derived(ferries, "postgresql")
  end

  def table(name) = @model.children(@id, :table).find { |each| each.name == name }
  def part(kind, owner, name = nil)
    @model.children(table(owner).id, kind).find { |each| name.nil? || each.name == name }
  end

  def test_everything_that_was_derived_says_where_it_comes_from
    { table("vessel") => [ [ "entity Vessel" ], /entity becomes a table/ ],
      table("engineer_vessel_class") => [ [ /relationship/ ], /many to many/ ],
      part(:column, "vessel", "name") => [ [ "attribute Vessel · Name" ], /attribute becomes a column/ ],
      part(:column, "berth", "harbour_code") => [ [ "attribute Harbour · Code", /relationship/ ], /key comes with “/ ],
      part(:key, "vessel", "ak_vessel_by_call_sign") => [ [ /identifier/ ], /alternate identifier/ ],
      part(:foreign_key, "berth") => [ [ /relationship/ ], /becomes a foreign key/ ],
      part(:index, "route_leg") => [ [ /relationship/ ], /looked up/ ],
      part(:check, "fare") => [ [ "attribute Fare · Band" ], /become checks/ ] }.each do |element, (titles, why)|
      origin = Derivation::Trace.of(@model, element)
      titles.zip(origin.steps.map(&:first)).each { |wanted, title| assert_operator wanted, :===, title }
      assert_equal titles.size, origin.steps.size, element.name
      assert_match why, origin.why
    end
    hand = Draft.new(@model, ids:).then { |draft| Editing::Tables.add(draft, @id, "buoy") }
    assert_nil Derivation::Trace.of(@model, hand)
    everything = %i[table column key foreign_key check index].flat_map { |kind|
      Metamodel::Design.elements(@model, @id, kind)
    }
    assert_empty everything.reject { |element| Derivation::Trace.of(@model, element) }.map(&:name)
  end
end
