# frozen_string_literal: true

require "core_test_helper"

class InvariantsTest < CoreTest
  def problems(model) = Invariants.new(ChangeSet.new(additions: model.elements.values), model).problems.map(&:message)

  def refused(base)
    draft = Draft.new(base, ids:)
    yield draft
    assert_raises(InvalidChange) { Invariants.check(draft.change_set, draft.model) }.message
  end

  def test_the_demo_holds
    assert_empty problems(ferries)
    assert_empty problems(derived(ferries, "postgresql").first)
  end

  def test_names
    base = model("Vessel", Vessel: [ "Name: text(60)" ])
    id = entity(base, "Vessel").id
    assert_match(/already; choose another name/, refused(base) { |draft| draft.add(:entity, name: "vessel") })
    assert_match(/An entity needs a name/, refused(base) { |draft| draft.set(id, name: "  ") })
    assert_match(/Name has 1001 characters; at most 1000 fit/,
                 refused(base) { |draft| draft.set(id, name: "x" * 1001) })
    assert_match(/“NAME” in Vessel already/,
                 refused(base) { |draft| draft.add(:attribute, parent_id: id, name: "NAME") })
  end

  def test_a_domain_takes_a_value_once
    draft = Draft.new(Model::EMPTY, ids:)
    domain = draft.add(:domain, name: "Band", type: "text")
    values = %w[peak low].map { |value| draft.add(:allowed_value, parent_id: domain.id, value:) }
    assert_match(/Band takes the value “peak” already/,
                 refused(draft.model) { |change| change.add(:allowed_value, parent_id: domain.id, value: "peak") })
    assert_match(/already/, refused(draft.model) { |change| change.set(values.last.id, value: "peak") })
  end

  def test_names_in_schemas
    draft = Draft.new(Model::EMPTY, ids:)
    design = draft.add(:design, name: "PostgreSQL", platform: "postgresql")
    crew = draft.add(:schema, parent_id: design.id, name: "crew")
    tables = [ nil, crew.id ].map { |schema_id| draft.add(:table, parent_id: design.id, name: "member", schema_id:) }
    assert_empty problems(draft.model)
    assert_match(/called “member” in PostgreSQL already/,
                 refused(draft.model) { |change| change.set(tables.last.id, schema_id: nil) })
    assert_match(/called “Member” in crew already/,
                 refused(draft.model) do |change|
                   change.add(:table, parent_id: design.id, name: "Member", schema_id: crew.id)
                 end)
  end

  def test_each_stage_keeps_a_diagram
    base, design_id = derived(ferries, "sqlite")
    draft = Draft.new(base, ids:)
    diagram = Editing::Diagrams.make(draft, name: "Physical", stage: "physical", elements: [], design_id:)
    concept = ferries.all(:diagram).select { |each| each.stage == "concept" }
    assert_match(/keeps at least one diagram/, refused(draft.model) { |change| change.remove(diagram.id) })
    assert_match(/keeps at least one diagram/,
                 refused(base) { |change| concept.each { |each| change.remove(each.id) } })
    [ [ design_id ], concept.drop(1).map(&:id) ].each do |gone|
      change = Draft.change(draft.model, ids:) { |each| gone.each { |id| each.remove(id) } }
      Invariants.check(change, change.apply(draft.model))
    end
  end

  def test_circles_of_identification_are_named
    base = model("Each A may own many B.", "Each B may own many C.", "Each C may own many A.")
    links = base.all(:relationship)
    message = refused(base) { |draft| links.each { |link| draft.set(link.id, identifying: true) } }
    assert_match(/circle: .*A → .*/, message)
    %w[A B C].each { |name| assert_includes message, name }
  end

  def test_relationships_that_cannot_identify
    recursive = model("Each Crew Member may supervise many Crew Members.")
    assert_match(/with itself/,
                 refused(recursive) { |draft| draft.set(recursive.all(:relationship).first.id, identifying: true) })
    base = model("Each Route may call at many Harbours.")
    link = base.all(:relationship).first
    assert_match(/many-to-many/, refused(base) { |draft| draft.set(link.id, from_most: nil, identifying: true) })
    assert_match(/least number/, refused(base) { |draft| draft.set(link.id, to_least: 3, to_most: 2) })
  end

  def test_references_and_parents_must_be_there
    base = model("Vessel")
    assert_match(/points at something/,
                 refused(base) { |draft| draft.set(entity(base, "Vessel").id, subject_area_id: "nowhere") })
    assert_match(/must stand within its entity or relationship/,
                 refused(base) { |draft| draft.add(:attribute, name: "Name") })
  end

  def test_typed_text_becomes_values_or_says_what_would_be_right
    fields = Metamodel::Attribute.fields
    assert_equal [ 12, nil, true, false, "small_integer", "A b" ],
                 [ fields[:length].parse("12"), fields[:length].parse(""), fields[:mandatory].parse("Yes"),
                   fields[:mandatory].parse(""), fields[:type].parse("small integer"),
                   fields[:name].parse("  A \t b ") ]
    { length: "many words", mandatory: "perhaps", type: "strng", name: "x" * 500, precision: "0",
      definition: "a\u0000b" }.each do |field, raw|
      error = assert_raises(InvalidValue, field) { fields[field].parse(raw) }
      assert_equal field, error.field
    end
    assert_raises(InvalidValue) { fields[:name].parse("\xff".b) }
  end
end
