# frozen_string_literal: true

require "core_test_helper"

# What sweeps find, say and change.
class SweepingTest < CoreTest
  Condition = Metamodel::Condition

  def model
    @model ||= Derivation.derive(ferries, platform: "postgresql", ids:).then { |made| made.change_set.apply(ferries) }
  end

  def design = model.all(:design).first
  def area(name) = model.all(:subject_area).find { |each| each.name == name }

  # Conditions as [subject, operator, value], with further fields behind.
  def conditions(*list)
    list.each_with_index.map do |(subject, operator, value, more), index|
      more = { parent_id: "S", **more.to_h }
      Condition.new(id: "C#{index}", position: index.to_f, subject:, operator:, value: value.to_s, **more)
    end
  end

  def sweep(of, **values) = Metamodel::Sweep.new(id: "S", name: "Own", of: of.to_s, **values)

  def found(of, *list, in_model: model, **values)
    Sweeping.find(in_model, sweep(of, **values), conditions(*list)).map { |each| each.label(in_model) }
  end

  # { [kind, conditions, further fields of the sweep] => how many are found, or their names }
  def test_what_is_found
    { [ :entity, [] ] => 28, [ :entity, [ [ "name", "is", "vessel" ] ] ] => [ "Vessel" ],
      [ :entity, [ [ "name", "begins with", "ROUTE" ] ] ] => [ "Route", "Route Call", "Route Leg" ],
      [ :entity, [ [ "name", "fits the pattern", "*o*e c?l*" ] ] ] => [ "Route Call" ],
      [ :entity, [ [ "name", "is one of", "Car, Lorry , nothing" ] ] ] => %w[Car Lorry],
      [ :entity, [ [ "definition", "is empty", "" ] ] ] => 0,
      [ :entity, [ [ "count.attribute", "is greater than", "9" ] ] ] => 0,
      [ :domain, [ [ "precision", "is", "9" ] ] ] => [ "Money Amount" ],
      [ :attribute, [ [ "domain_id.name", "is", "Money Amount" ], [ "within.name", "is", "Ticket" ] ] ] => [ "Price" ],
      [ :column, [ [ "native_type.base", "is", "numeric" ], [ "native_type.scale", "is", "2" ],
                   [ "native_type.precision", "is greater than", "8" ] ] ] => 6,
      [ :column, [ [ "mandatory", "is", "no" ], [ "within.name", "is", "booking" ] ] ] => [ "discount" ],
      [ :column, [ [ "name", "is the same as", "", { other: "name" } ] ] ] => model.all(:column).size,
      [ :relationship, [], { place_id: area("Fleet").id } ] => 6 }.each do |(of, list, values), wanted|
      names = found(of, *list, **values.to_h)
      assert_equal wanted, wanted.is_a?(Integer) ? names.size : names.sort, [ of, list ].inspect
    end
  end

  def test_several_kinds_a_stage_and_what_was_selected
    both = { also: %w[attribute domain], shown: %w[name definition] }
    assert_equal [ "Car", "Money Amount", "Price" ],
                 found(:entity, [ "name", "is one of", "Car, Price, Money Amount" ], **both).sort
    assert_raises(UnknownName) { found(:entity, [ "mandatory", "is", "yes" ], **both) }
    vessel, table = entity(model, "Vessel"), model.all(:table).find { |each| each.name == "vessel" }
    here = model.children(vessel.id, :attribute).map(&:name).sort
    { { chosen_ids: [ vessel.id ] } => here, { chosen_ids: [ table.id ] } => [],
      { stage: "physical" } => [] }.each { |where, names| assert_equal names, found(:attribute, **where).sort, where }
    assert_equal model.all(:column).size, found(:column, stage: "physical").size
    assert_equal 28, found(:entity, stage: "concept").size
    several = sweep(:table, also: %w[column], stage: "physical")
    hits = Sweeping::Hits.new(model, several, [], Sweeping.find(model, several, []).select { |each|
 each.name == "vessel" })
    assert_equal [ "Kind", "table" ], hits.sheet.map(&:last)
    assert_equal "Tables and columns of the physical stage", Sweeping::Wording.new(model, several, []).sentence
    action = Sweeping::Changing::Action.new(key: "comment", way: "set", text: "Looked at")
    changing = Sweeping::Changing.new(model, [ table, model.children(table.id, :column).first ], action,
                                      kind: %i[table column])
    after = changing.change_set(ids:).apply(model)
    assert_equal 2, after.elements.values.count { |each| each.values[:comment] == "Looked at" }
  end

  def test_what_is_selected_twice_is_two_sweeps
    first, second = Array.new(2) do
      change, id = Sweeping::Shaping.start(model, "1 selected", "attribute", ids:,
chosen: [ model.all(:entity).first.id ])
      @model = change.apply(model)
      model.fetch(id)
    end
    assert_equal [ "1 selected", "1 selected 2" ], [ first.name, second.name ]
  end

  def test_groups_and_not
    entity = ->(*list, **values) { found(:entity, *list, **values).sort }
    assert_equal %w[Car Fare], entity.call([ "name", "is", "car" ], [ "name", "is", "fare" ], join: "any")
    negated = conditions([ "name", "is", "car", { negated: true } ])
    assert_equal 27, Sweeping.find(model, sweep(:entity), negated).size
    assert_equal "Entities of which name is not “car”", Sweeping::Wording.new(model, sweep(:entity), negated).sentence
    group = { parent_id: "G" }
    nested = [ *conditions([ "name", "begins with", "c" ], [ "name", "is", "car", group ],
                           [ "name", "is", "coach", group ]),
               Condition.new(id: "G", parent_id: "S", join: "any", position: 9.0) ]
    assert_equal %w[Car Coach], Sweeping.find(model, sweep(:entity), nested).map(&:name).sort
    said = Sweeping::Wording.new(model, sweep(:entity), nested).sentence
    assert_equal "Entities of which name begins with “c” and (name is “car” or name is “coach”)", said
  end

  def test_scopes
    assert_equal [ "Fleet", "Sales" ].map { |name| model.referrers(area(name).id, :entity).size },
                 %w[Fleet Sales].map { |name| found(:entity, place_id: area(name).id).size }
    assert_equal model.all(:column).size, found(:column, place_id: design.id).size
    fleet = found(:table, place_id: area("Fleet").id)
    assert_equal %w[defect fuel_delivery inspection vessel vessel_class work_order], fleet.sort
    assert_empty found(:entity, place_id: design.id)
  end

  def test_fields_of_the_house
    vessel = model.all(:entity).find { |each| each.name == "Vessel" }
    made = ChangeSet.new(additions: [
      Metamodel::CustomField.new(id: "F", name: "Years", of: "entity", type: "number"),
      Metamodel::CustomValue.new(id: "V", parent_id: vessel.id, custom_field_id: "F", value: "12")
    ]).apply(model)
    assert_equal [ "Vessel" ], found(:entity, [ "custom-F", "is greater than", "11.5" ], in_model: made)
    assert_equal 27, found(:entity, [ "custom-F", "is empty", "" ], in_model: made).size
    gone = assert_raises(UnknownName) { found(:entity, [ "custom-F", "is", "1" ]) }
    assert_match(/have nothing called “custom-F” any more/, gone.message)
  end

  # { condition => what is said of it }
  def test_what_cannot_be_asked_is_said
    { [ "mandatory", "is", "perhaps" ] => /yes or no/, [ "length", "is", "long" ] => /is a number; “long” is none/,
      [ "length", "begins with", "1" ] => /cannot be asked whether/,
      [ "name", "fits the pattern", "*" * 201 ] => /at most 200/ }.each do |condition, words|
      assert_match words, assert_raises(InvalidValue) { found(:attribute, condition) }.message
    end
    assert_match(/cannot be swept/, assert_raises(UnknownName) { found(:poem) }.message)
  end

  # { pattern => texts that fit it }, of some
  def test_patterns
    texts = [ "", "a", "ab", "abc", "aab", "a*b" ]
    { "*" => texts, "a*" => %w[a ab abc aab a*b], "*b" => %w[ab aab a*b], "a?" => %w[ab],
      "a*b" => %w[ab aab a*b], "?" => %w[a], "a**c" => %w[abc], "*a*b*" => %w[ab abc aab a*b], "" => [ "" ],
      "ab*b" => [] }.each do |pattern, fit|
      assert_equal fit, texts.select { |text| Sweeping::Pattern.new(pattern).fits?(text) }, pattern
    end
    assert_equal false, Sweeping::Pattern.new("*a" * 100).fits?("a" * 99 + "b" * 100_000)
  end

  def action(key, way, text = nil, by = nil) = Sweeping::Changing::Action.new(key:, way:, text:, by:)

  def changing(kind, action, *list, **values)
    elements = Sweeping.find(model, sweep(kind, **values), conditions(*list))
    Sweeping::Changing.new(model, elements, action, kind:)
  end

  def test_precision_alone_is_changed_and_the_inverse_brings_it_back
    wide = [ "native_type.precision", "is", "8" ]
    change = changing(:column, action("native_type.precision", "set", "6"),
                      [ "native_type.base", "is", "numeric" ], wide)
    assert_equal [ "8", "6" ], [ change.rows.first.before, change.rows.first.after ]
    made = change.change_set(ids:)
    after = made.apply(model)
    assert_equal change.rows.size, made.updates.size
    changed = after.fetch(change.rows.first.element_id).native_type
    assert_equal [ 6, model.fetch(change.rows.first.element_id).native_type["arguments"][1] ], changed["arguments"]
    assert_equal model.all(:column), made.inverse.apply(after).all(:column)
  end

  # { action => [before, after, …] of some attributes }
  def test_ways
    only = [ "within.name", "is", "Vessel" ]
    { action("mandatory", "set", "yes") => [ "", "yes" ], action("definition", "set", "x") => [ "", "x" ],
      action("name", "replace", "Number", "No") => [ "Hull Number", "Hull No" ],
      action("domain_id", "clear") => [ "Reference", "" ] }.each do |action, wanted|
      rows = changing(:attribute, action, only).rows
      assert_includes rows.map { |row| [ row.before, row.after ] }, wanted, action.key
    end
    area = changing(:entity, action("subject_area_id", "set", "Sales"), [ "name", "is", "Vessel" ])
    assert_equal [ %w[Fleet Sales] ], area.rows.map { |row| [ row.before, row.after ] }
    assert_equal 1, area.change_set(ids:).updates.size
    assert_empty area.change_set(ids:, only: []).updates
  end

  def test_what_cannot_be_changed_is_said
    row = changing(:entity, action("subject_area_id", "set", "Nowhere")).rows.first
    assert_match(/There is no subject area “Nowhere”/, row.fault)
    assert_match(/is none/, changing(:column, action("native_type.precision", "set", "x")).rows.first.fault)
    { action("count.attribute", "set", "1") => /reckoned/,
      action("mandatory", "replace", "a") => /cannot be changed so/,
      action("name", "replace", "") => /Type the text/ }.each do |action, words|
      kind = action.key.start_with?("count") ? :entity : :attribute
      assert_match words, assert_raises(InvalidValue) { changing(kind, action) }.message
    end
  end

  def rule(**values)
    Metamodel::Sweep.new(id: "S", name: "Wide numbers", of: "column", rule: true, weight: "must",
                         says: "is wider than 8 digits", mend_key: "native_type.precision", mend_way: "set",
                         mend_text: "8", **values)
  end

  def under_rule(*list, **values) = ChangeSet.new(additions: [ rule(**values), *conditions(*list) ]).apply(model)

  def test_a_house_rule_finds_and_mends
    ruled = under_rule([ "native_type.precision", "is", "9" ])
    found = Findings.of(ruled).select { |each| each.check.key.start_with?("house_rule") }
    assert_equal [ 6, :error, "Wide numbers" ], [ found.size, found.first.check.weighs, found.first.check.holds ]
    assert_match(/: is wider than 8 digits\z/, found.first.message)
    fix = Findings.fixes(ruled, found.first).first
    assert_equal "Length or precision is set to “8”", fix.title
    mended = fix.change.call(ids).apply(ruled)
    assert_equal 5, Findings.of(mended).count { |each| each.check.key.start_with?("house_rule") }
    report = Findings::Report.of(ruled, part: design.id)
    assert_equal 5, Findings::Report.of(mended, part: design.id, previous: report).findings
                                    .count { |each| each.check.key.start_with?("house_rule") }
    asked = Findings.of(under_rule([ "poem", "is", "9" ])).last
    assert_match(/cannot be asked: Columns have nothing called “poem”/, asked.message)
  end

  def test_sweeps_are_shaped
    change, id = Sweeping::Shaping.start(model, "Wide numbers", "column", ids:)
    kept = change.apply(model)
    kept = Sweeping::Shaping.add(kept, id, ids:).apply(kept)
    condition = kept.children(id, :condition).first
    kept = Sweeping::Shaping.set_condition(kept, condition.id, "subject", "mandatory", ids:).apply(kept)
    asked = kept.fetch(condition.id)
    assert_equal [ "mandatory", "is", "yes" ], [ asked.subject, asked.operator, asked.value ]
    assert_operator Sweeping.hits(kept, id).size, :>, 20
    grouped = Sweeping::Shaping.add(kept, id, group: true, ids:).apply(kept)
    assert_equal 3, Sweeping.conditions(grouped, id).size
    other = Sweeping::Shaping.set(grouped, id, "of", "subject_area", ids:).apply(grouped)
    assert_equal %w[name], Sweeping.conditions(other, id).reject(&:group?).map(&:subject)
    assert_raises(UnknownName) { Sweeping::Shaping.start(model, "Poems", "poem", ids:) }
    assert_equal [ "Within", "Name" ], Sweeping::Hits.new(other, other.fetch(id), [], []).heads.first(2)
  end
end
