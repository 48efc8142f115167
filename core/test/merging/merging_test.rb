# frozen_string_literal: true

require "core_test_helper"

# What is found to be the same on two sides, in what they differ, and what taking some of it brings along.
class MergingTest < CoreTest
  Side = Merging::Side

  def test_what_is_the_same_is_found_by_every_way
    right = in_other_ids(changed(ferries) { |draft, known|
      draft.set(known["Crew Member"].id, name: "CREW_MEMBER")
      draft.set(known["Vessel"].id, name: "Ship", definition: "")
      draft.remove(attribute(ferries, "Vessel", "Name").id)
      draft.add(:attribute, parent_id: known["Vessel"].id, name: "Flag State", type: "text")
      draft.set(known["Harbour"].id, name: "Quayside")
    })
    comparison = compare(ferries, right)
    { "CREW_MEMBER" => [ "Crew Member", :name ], "Ship" => [ "Vessel", :likeness ], "Sailing" => [ "Sailing", :name ],
      "Quayside" => [ "Harbour", :structure ] }.each do |there, (here, how)|
      match = comparison.correspondence.of(entity(right, there).id)
      assert_equal [ here, how ], [ ferries[match.left_id].name, match.how ], there
    end
    link = right.all(:relationship).find { |each| each.from_id == entity(right, "Ship").id }
    assert_equal :structure, comparison.correspondence.of(link.id).how
    assert_equal Set[ "entity Crew Member: name", "entity Vessel: name", "entity Vessel: definition",
                      "attribute Vessel · Name", "attribute Ship · Flag State", "entity Harbour: name" ],
                 titles(comparison).reject { |each| each.match?(/diagram|identifier/) }.to_set
  end

  def test_a_persons_word_goes_before_all
    right = changed(ferries) { |draft, known| draft.set(known["Berth"].id, name: "Mooring") }
    berth, harbour = %w[Berth Harbour].map { |name| entity(ferries, name) }
    assert_equal :identity, compare(ferries, right).correspondence.of(berth.id).how
    apart = compare(ferries, right, said: { berth.id => nil })
    assert_nil apart.correspondence.of(berth.id)
    assert_includes titles(apart), "entity Mooring"
    assert_includes titles(apart), "entity Berth"
    other = compare(ferries, right, said: { berth.id => harbour.id })
    assert_equal [ harbour.id, :answer ], other.correspondence.of(berth.id).to_a.values_at(0, 2)
    assert_nil other.correspondence.of(harbour.id), "each is one thing only"
    taken = Merging::Taking.new(apart, apart.by_key.keys, ids:)
    assert_equal [ "Mooring" ], taken.result.all(:entity).map(&:name) & %w[Berth Mooring]
  end

  # { what is taken => what else must be }
  def test_what_must_be_taken_with_something
    right = changed(ferries) do |draft, known|
      tug = draft.add(:entity, name: "Tug")
      domain = draft.add(:domain, name: "Knots", type: "decimal")
      draft.add(:attribute, parent_id: tug.id, name: "Speed", domain_id: domain.id)
      draft.add(:relationship, from_id: tug.id, to_id: known["Vessel"].id, phrase: "tow")
      draft.remove(known["Tide Prediction"].id)
    end
    comparison = compare(ferries, right)
    { "entity Tug" => [], "attribute Tug · Speed" => [ "domain Knots", "entity Tug" ],
      "relationship Tug tow Vessel" => [ "entity Tug" ],
      "relationship Harbour have Tide Prediction" => [] }.each do |title, needed|
      assert_equal needed, taking(comparison, title).needed.keys.map { |key| titled(comparison, key) }.sort, title
    end
    gone = taking(comparison, "entity Tide Prediction").needed.keys.map { |key| titled(comparison, key) }
    assert_includes gone, "relationship Harbour have Tide Prediction"
    assert_includes gone, "attribute Tide Prediction · Height"
  end

  def test_names_that_change_places_are_taken_together
    right = changed(ferries) do |draft, known|
      draft.set(known["Berth"].id, name: "Between")
      draft.set(known["Fare"].id, name: "Berth")
      draft.set(known["Berth"].id, name: "Fare")
    end
    comparison = compare(ferries, right)
    taking = taking(comparison, "entity Berth: name")
    assert_equal [ "entity Fare: name" ], taking.needed.keys.map { |key| titled(comparison, key) }
    assert_empty taking.problems
    assert_equal "Fare", taking.result.fetch(entity(ferries, "Berth").id).name
  end

  def test_what_came_stands_where_it_stood
    vessel = entity(ferries, "Vessel")
    first, second, third = ferries.children(vessel.id, :attribute)
    right = changed(ferries) do |draft, _|
      draft.add(:attribute, parent_id: vessel.id, name: "Between", position: (first.position + second.position) / 2)
      draft.set(third.id, position: first.position - 1)
    end
    comparison = compare(ferries, right)
    names = ->(title) { taking(comparison, title).result.children(vessel.id, :attribute).map(&:name).first(4) }
    assert_equal [ first.name, "Between", second.name, third.name ], names.("attribute Vessel · Between")
    assert_equal [ third.name, first.name, second.name ], names.("entity Vessel: order of attributes").first(3)
  end

  def test_of_three_only_what_both_changed_is_asked
    vessel, berth = %w[Vessel Berth].map { |name| entity(ferries, name) }
    left = changed(ferries) do |draft, known|
      draft.set(vessel.id, name: "Ship", definition: "Here.")
      draft.remove(known["Lost Item"].id)
      draft.set(known["Fare"].id, definition: "Changed here.")
      draft.add(:entity, name: "Tug")
    end
    right = in_other_ids(changed(ferries) { |draft, known|
      draft.set(vessel.id, definition: "There.")
      draft.set(berth.id, name: "Mooring")
      draft.remove(known["Fare"].id)
      draft.remove(known["Watch"].id)
    })
    comparison = compare(left, right)
    origins = Merging::Ancestry.new(comparison, Side.new(model: ferries)).origins
                               .transform_keys { |key| titled(comparison, key) }
    assert_equal({ "entity Ship: name" => :left, "entity Ship: definition" => :both, "entity Berth: name" => :right,
                   "entity Lost Item" => :left, "entity Fare" => :both, "entity Tug" => :left,
                   "entity Watch" => :right }, origins.slice(*%w[Ship:\ name Ship:\ definition Berth:\ name Lost\ Item
                                                                 Fare Tug Watch].map { |each| "entity #{each}" }))
  end

  def test_designs_of_two_platforms_differ_in_what_they_mean
    model, left = derived(ferries, "postgresql")
    other = Derivation.derive(model, platform: "mariadb", ids:)
    both = other.change_set.apply(model)
    table = both.children(other.design_id, :table).find { |each| each.name == "vessel" }
    columns = both.children(table.id, :column)
    right = Draft.change(both, ids:) { |draft|
      draft.set(columns[1].id, native_type: { "base" => "longtext" })
      draft.remove(columns[3].id)
    }.apply(both)
    comparison = Merging.compare(Side.new(model: both, root_id: left), Side.new(model: right, root_id: other.design_id))
    assert_equal [ "column vessel · gross_tonnage", "column vessel · name: type" ],
titles(comparison).grep(/column/).sort
    changed = comparison.differences.find { |each| each.way == :changed && each.field.name == :native_type }
    assert_equal [ "varchar(60)", "text" ], Merging::Wording.new(comparison).texts(changed)
    there = Merging::Taking.new(comparison.flipped, [ changed.key ], ids:).result
    assert_equal "varchar(60)", Platforms.fetch("mariadb").write_type(there.fetch(columns[1].id).native_type)
  end

  def test_one_of_them_empty_and_unlike_sorts
    comparison = compare(Model::EMPTY, ferries)
    assert_equal ferries, Merging::Taking.new(comparison, comparison.by_key.keys, ids:).result
    model, design = derived(ferries, "sqlite")
    error = assert_raises(InvalidValue) { Merging.compare(Side.new(model:, root_id: design), Side.new(model:)) }
    assert_match(/a design is compared with a design/i, error.message)
    error = assert_raises(InvalidValue) do
      Merging.compare(Side.new(model: Model::EMPTY), Side.new(model: ferries), most: 100)
    end
    assert_match(/too little in common.*\d{3} things/, error.message)
  end

  def test_what_is_looked_at
    right = changed(ferries) do |draft, known|
      draft.set(known["Vessel"].id, name: "VESSEL", definition: "Said.")
      draft.remove(known["Lost Item"].id)
    end
    comparison = compare(ferries, right)
    wording = Merging::Wording.new(comparison)
    { { aside: %i[letters remarks], kinds: %i[entity] } => [ "entity Lost Item" ],
      { text: "vessel" } => 2,
      { ways: %i[left_only], kinds: %i[attribute] } =>
          ferries.children(entity(ferries, "Lost Item").id, :attribute).size,
      {} => comparison.differences.size }.each do |filter, expected|
      shown = comparison.differences.select { |each|
        Merging::Filter.new(**filter).shows?(each) { wording.title(each) }
      }
      assert_equal expected, expected.is_a?(Integer) ? shown.size : shown.map { |each| wording.title(each) }, filter
    end
  end

  def test_both_are_drawn_at_the_same_places
    right = in_other_ids(changed(ferries) { |draft, known|
      draft.set(known["Vessel"].id, definition: "Said.")
      draft.add(:entity, name: "Tug")
      draft.remove(known["Lost Item"].id)
    })
    picture = Merging::Picture.new(compare(ferries, right), ids:)
    assert_equal({ "Vessel" => :changed, "Tug" => :right_only, "Lost Item" => :left_only },
                 picture.marks.transform_keys { |id| (ferries[id] || right[id]).name })
    left, other = picture.scenes.map { |scene| scene.boxes.values.to_h { |box|
 [ scene.model[box.id].name, box.rect ] } }
    assert_equal left["Vessel"].to_a.first(2), other["Vessel"].to_a.first(2)
    assert left.key?("Lost Item") && !other.key?("Lost Item") && other.key?("Tug")
    assert_equal :right_only, picture.right_marks[entity(right, "Tug").id]
  end

  private

  def compare(left, right, said: {}) = Merging.compare(Side.new(model: left), Side.new(model: right), said:)

  # The block is given a Draft and { name => entity }.
  def changed(model)
    Draft.change(model, ids:) { |draft| yield draft, model.all(:entity).to_h { |each|
 [ each.name, each ] } }.apply(model)
  end

  def in_other_ids(model)
    others = model.elements.transform_values { ids.next }
    Model.of(model.elements.values.map { |each| Matching::OtherIds.element(each, others) })
  end

  def attribute(model, owner, name)
    model.children(entity(model, owner).id, :attribute).find { |each| each.name == name }
  end

  def titles(comparison) = comparison.differences.map { |each| Merging::Wording.new(comparison).title(each) }
  def titled(comparison, key) = Merging::Wording.new(comparison).title(comparison[key])

  def taking(comparison, title)
    difference = comparison.differences.find { |each| Merging::Wording.new(comparison).title(each) == title } or
      return Merging::Taking.new(comparison, [], ids:)
    Merging::Taking.new(comparison, [ difference.key ], ids:)
  end
end
