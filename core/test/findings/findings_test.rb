# frozen_string_literal: true

require "core_test_helper"
require_relative "design_faults"

class FindingsTest < CoreTest
  # check => a model that has the fault, built in a draft
  FAULTS = {
    **DesignFaults::FAULTS,
    "missing_identifier" => ->(d) { attribute(d, "Name", type: "integer") },
    "missing_definition" => ->(d) { d.add(:entity, name: "Vessel") },
    "missing_attributes" => ->(d) { d.add(:entity, name: "Vessel") },
    "standing_alone" => ->(d) { 2.times { |n| d.add(:entity, name: "Vessel #{n}") } },
    "unresolved_many_to_many" => ->(d) { pair(d, from_most: nil, from_least: 0) },
    "mandatory_at_both_ends" => ->(d) { pair(d, to_least: 1) },
    "missing_verb_phrase" => ->(d) { pair(d) },
    "verb_phrase_not_plain" => ->(d) { pair(d, phrase: "contains") },
    "role_name_needed" => ->(d) { 2.times { pair(d, phrase: "use") } },
    "discriminator_missing" => ->(d) { d.add(:subtype_group, parent_id: d.add(:entity, name: "Vehicle").id,
                                             subtype_ids: %w[Car Lorry].map { |name| d.add(:entity, name:).id }) },
    "type_missing" => ->(d) { attribute(d, "Name") },
    "length_missing" => ->(d) { attribute(d, "Name", type: "text") },
    "precision_missing" => ->(d) { attribute(d, "Price", type: "decimal") },
    "hand_made_key_copy" => ->(d) { key_copy(d) },
    "repeated_name" => ->(d) { %w[Phone Phones].each { |name| attribute(d, name, type: "integer") } },
    "synonym_by_name" => ->(d) { synonyms(d) },
    "unused_domain" => ->(d) { d.add(:domain, name: "Metres", type: "integer") },
    "value_unfit" => ->(d) do
      d.add(:allowed_value, parent_id: d.add(:domain, name: "Band", type: "text", length: 2).id, value: "peak")
    end,
    "blanks_in_name" => ->(d) { [ "Tide  Prediction ", "Tide\u00A0Table" ].each { |name| d.add(:entity, name:) } },
    "diagram_unnamed" => ->(d) { d.add(:diagram, name: "Diagram 17", stage: "concept") },
    "cards_overlap" => ->(d) { overlapping(d) },
    "name_forbidden" => ->(d) { d.add(:entity, name: "Trip") },
    "name_against_rule" => ->(d) { attribute(d, "departure Date") && attribute(
      d, "Fare", domain_id: d.add(:domain, name: "Money Amount", type: "decimal").id
    ) },
    "name_out_of_step" => ->(d) { out_of_step(d) },
    "sql_piece_broken" => ->(d) { broken_pieces(d) },
    "sql_name_unknown" => ->(d) { unknown_name(d) },
    "version_lacks_it" => ->(d) { beyond_version(d) },
    "name_unknown" => ->(d) { d.add(:entity, name: "Widget") }
  }.freeze
  # check => a model that nearly has the fault, and has it not
  SOUND = {
    **DesignFaults::SOUND,
    "missing_identifier" => ->(d) { attribute(d, "Hull Number", type: "integer", identifier: true) },
    "missing_definition" => ->(d) { d.add(:entity, name: "Vessel", definition: "A ferry.") },
    "missing_attributes" => ->(d) { attribute(d, "Name", type: "integer") },
    "standing_alone" => ->(d) { pair(d) },
    "unresolved_many_to_many" => ->(d) { pair(d, from_most: 1) },
    "mandatory_at_both_ends" => ->(d) { pair(d, to_least: 0) },
    "missing_verb_phrase" => ->(d) { pair(d, phrase: "make") },
    "verb_phrase_not_plain" => ->(d) { pair(d, phrase: "contain", inverse_phrase: "be held by") },
    "role_name_needed" => ->(d) { %w[Outward Return].each { |role_name| pair(d, phrase: "use", role_name:) } },
    "discriminator_missing" => ->(d) { told_apart(d) },
    "type_missing" => ->(d) { attribute(d, "Name", domain_id: d.add(:domain, name: "Title", type: "integer").id) },
    "length_missing" => ->(d) { attribute(d, "Name", type: "text", length: 60) },
    "precision_missing" => ->(d) { attribute(d, "Price", type: "decimal", precision: 8, scale: 2) },
    "hand_made_key_copy" => ->(d) { attribute(d, "Number", type: "integer", identifier: true) && pair(d) },
    "repeated_name" => ->(d) { %w[Phone Post].each { |name| attribute(d, name, type: "integer") } },
    "synonym_by_name" =>
      ->(d) { [ vessel(d), sailing(d) ].each { |owner| attribute(d, "Code", owner:, type: "integer") } },
    "unused_domain" => ->(d) { attribute(d, "Length", domain_id: d.add(:domain, name: "Metres", type: "integer").id) },
    "value_unfit" => ->(d) do
      d.add(:allowed_value, parent_id: d.add(:domain, name: "Band", type: "text", length: 4).id, value: "peak")
    end,
    "blanks_in_name" => ->(d) { d.add(:entity, name: "Tide Prediction") },
    "diagram_unnamed" => ->(d) { d.add(:diagram, name: "Fleet 17", stage: "concept") },
    "cards_overlap" => ->(d) { overlapping(d, apart: 600.0) },
    "name_forbidden" => ->(d) { d.add(:entity, name: "Sailing") },
    "name_against_rule" => ->(d) { attribute(d, "Departure Date") },
    "name_out_of_step" => ->(d) { out_of_step(d, name: "VSL") },
    "sql_piece_broken" => ->(d) { whole_pieces(d) },
    "sql_name_unknown" => ->(d) { whole_pieces(d) },
    "version_lacks_it" => ->(d) { within_version(d) },
    "name_unknown" => ->(d) { d.add(:entity, name: "Vessel") }
  }.freeze
  STANDARD = Kelvath::Naming::Standard.new(Demo::Words.lexicon(
    ids: Kelvath::Ulid.new(clock: -> { 0 }, random: Random.new(2))
  ), Kelvath::Naming::Rulebook.new(Kelvath::Naming::Shipped.rules("short")))

  def self.told_apart(draft)
    vehicle = draft.add(:entity, name: "Vehicle")
    kind = Kelvath::Editing::Attributes.add(draft, vehicle.id, "Kind", type: "integer")
    subtype_ids = %w[Car Lorry].map { |name| draft.add(:entity, name:).id }
    draft.add(:subtype_group, parent_id: vehicle.id, subtype_ids:, discriminator_id: kind.id)
  end

  # SQL in which every name is a column of its table.
  def self.whole_pieces(draft)
    design = draft.add(:design, name: "SQLite", platform: "sqlite")
    table = draft.add(:table, parent_id: design.id, name: "vessel")
    column = draft.add(:column, parent_id: table.id, name: "name", default_value: "('a' || 'b')",
                                native_type: Kelvath::Metamodel::NativeType.of("text"))
    name = Kelvath::Metamodel::Expression.reference(column.id)
    draft.add(:check, parent_id: table.id, name: "ck", condition: "length(#{name}) > (1)")
    draft.add(:view, parent_id: design.id, name: "v", query: "SELECT 1;")
  end

  # What older versions have as well.
  def self.within_version(draft)
    type = Kelvath::Metamodel::NativeType.of("int")
    old = draft.add(:design, name: "Old", platform: "sqlite", version: "3.24")
    table = draft.add(:table, parent_id: old.id, name: "member", options: { "without rowid" => true })
    draft.add(:column, parent_id: table.id, name: "age", native_type: type, options: { "collation" => "nocase" })
    newer = draft.add(:design, name: "New", platform: "postgresql", version: "18")
    crew = draft.add(:schema, parent_id: newer.id, name: "crew")
    table = draft.add(:table, parent_id: newer.id, name: "t", schema_id: crew.id)
    draft.add(:column, parent_id: table.id, name: "c", native_type: type, computed: "1")
  end

  def self.out_of_step(draft, name: "boats")
    vessel(draft)
    draft.add_all(Kelvath::Derivation.derive(draft.model, platform: "sqlite", ids: draft.ids,
                                             standard: STANDARD).change_set.additions)
    draft.set(draft.model.all(:table).first.id, name:)
  end

  def self.broken_pieces(draft)
    design = draft.add(:design, name: "SQLite", platform: "sqlite")
    table = draft.add(:table, parent_id: design.id, name: "vessel")
    draft.add(:column, parent_id: table.id, name: "name", native_type: Kelvath::Metamodel::NativeType.of("text"),
              default_value: "1); DROP TABLE vessel")
    draft.add(:check, parent_id: table.id, name: "ck", condition: "a > (1")
    draft.add(:index, parent_id: table.id, name: "ix", expression: "ON vessel ('a)")
    draft.add(:view, parent_id: design.id, name: "v", query: "SELECT 1; DROP TABLE vessel")
  end

  def self.unknown_name(draft)
    table = draft.add(:table, parent_id: draft.add(:design, name: "SQLite", platform: "sqlite").id, name: "fare")
    draft.add(:column, parent_id: table.id, name: "band", native_type: Kelvath::Metamodel::NativeType.of("text"))
    draft.add(:check, parent_id: table.id, name: "ck", condition: "length(bnd) > 2 AND band <> 'x'")
  end

  def self.vessel(draft)
    draft.model.all(:entity).find { |each| each.name == "Vessel" } || draft.add(:entity, name: "Vessel")
  end

  def self.sailing(draft)
    draft.model.all(:entity).find { |each| each.name == "Sailing" } || draft.add(:entity, name: "Sailing")
  end

  def self.pair(draft, **values)
    draft.add(:relationship, from_id: vessel(draft).id, to_id: sailing(draft).id, **values)
  end

  def self.attribute(draft, name, owner: vessel(draft), **values)
    Kelvath::Editing::Attributes.add(draft, owner.id, name, **values)
  end

  # A schema, an option and a computed column that the version does not have, and an option that no version has.
  def self.beyond_version(draft)
    design = draft.add(:design, name: "Old", platform: "sqlite", version: "3.24")
    draft.add(:schema, parent_id: design.id, name: "crew")
    table = draft.add(:table, parent_id: design.id, name: "member", options: { "strict" => true })
    draft.add(:column, parent_id: table.id, name: "age", native_type: Kelvath::Metamodel::NativeType.of("int"),
              computed: "1", stored: true)
    draft.add(:index, parent_id: table.id, name: "ix", options: { "method" => "hash" })
    newer = draft.add(:design, name: "New", platform: "postgresql", version: "17")
    draft.add(:column, parent_id: draft.add(:table, parent_id: newer.id, name: "t").id, name: "c",
              native_type: Kelvath::Metamodel::NativeType.of("int"), computed: "1")
  end

  def self.key_copy(draft)
    attribute(draft, "Number", type: "integer", identifier: true)
    pair(draft)
    attribute(draft, "Vessel Number", owner: sailing(draft), type: "integer")
  end

  def self.synonyms(draft)
    attribute(draft, "Code", type: "text", length: 3)
    attribute(draft, "Code", owner: sailing(draft), type: "integer")
  end

  def self.overlapping(draft, apart: 0.0)
    diagram = draft.add(:diagram, name: "Fleet", stage: "concept")
    [ vessel(draft), sailing(draft) ].each_with_index do |each, index|
      draft.add(:diagram_node, parent_id: diagram.id, element_id: each.id, x: 10.0 + index * apart, y: 10.0)
    end
  end

  def test_each_check_finds_its_fault_and_every_fix_mends_it
    FAULTS.each do |key, build|
      draft = Draft.new(Model::EMPTY, ids:)
      FindingsTest.instance_exec(draft, &build)
      found = of_check(draft.model, key)
      refute_empty found, key
      assert_equal draft.model.all(:entity).size, found.size if key == "blanks_in_name"
      assert_equal 5, found.size if key == "version_lacks_it"
      found.each do |finding|
        Findings.fixes(draft.model, finding, STANDARD).each { |fix| assert_mends(draft.model, finding, fix) }
      end
    end
    assert_equal Findings::CHECKS.map(&:key).sort - %w[identifying_cycle house_rules], FAULTS.keys.sort
  end

  # fields of an attribute => what is wrong with them
  def test_attributes_are_judged_as_domains_are
    { { type: "decimal", precision: 3, scale: 9 } => /more digits behind the point/,
      { type: "integer", default_value: "lots" } => /Default of attribute Vessel · X, “lots”, does not fit integer/,
      { type: "boolean", default_value: "maybe" } => /does not fit boolean/,
      { type: "integer", least_value: "abc" } => /Least value of/,
      { type: "integer", least_value: "9", most_value: "2" } => /no value is in it/,
      { type: "text", length: 3, default_value: "harbour" } => /does not fit text\(3\)/,
      { type: "date", default_value: "current_date" } => nil, { type: "boolean", default_value: "no" } => nil,
      { type: "text", length: 30, default_value: "current_date" } => nil,
      { type: "decimal", precision: 3, scale: 3, least_value: "0", most_value: "0.5" } => nil }.each do |fields, words|
      draft = Draft.new(Model::EMPTY, ids:)
      FindingsTest.attribute(draft, "X", **fields)
      found = of_check(draft.model, "value_unfit")
      words ? assert_match(words, found.map(&:message).join) : assert_empty(found.map(&:message), fields)
      found.each do |each|
        Findings.fixes(draft.model, each, STANDARD).each { |fix| assert_mends(draft.model, each, fix) }
      end
    end
  end

  def test_a_domains_values_are_told_once_and_its_default_is_one_of_them
    draft = Draft.new(Model::EMPTY, ids:)
    band = draft.add(:domain, name: "Band", type: "text", length: 4, default_value: "peak")
    %w[low high low].each { |value| draft.add(:allowed_value, parent_id: band.id, value:) }
    assert_equal [ "The value “low” stands in Band more than once.",
                   "Default of domain Band, “peak”, is none of its allowed values." ],
                 of_check(draft.model, "value_unfit").map(&:message)
  end

  def test_no_check_finds_a_fault_where_there_is_none
    SOUND.each do |key, build|
      draft = Draft.new(Model::EMPTY, ids:)
      FindingsTest.instance_exec(draft, &build)
      assert_empty of_check(draft.model, key).map(&:message), key
    end
    assert_equal FAULTS.keys.sort, SOUND.keys.sort
  end

  def test_a_class_word_suggests_its_domain
    draft = Draft.new(Model::EMPTY, ids:)
    FindingsTest.attribute(draft, "Weight")
    draft.add(:domain, name: "Tonnes", type: "decimal", precision: 8, scale: 2)
    assert_equal [ "Use the domain Tonnes" ], of_check(draft.model, "type_missing").flat_map(&:mended_by)
  end

  def test_an_identifying_circle_is_named
    draft = Draft.new(Model::EMPTY, ids:)
    FindingsTest.pair(draft, identifying: true)
    draft.add(:relationship, from_id: FindingsTest.sailing(draft).id, to_id: FindingsTest.vessel(draft).id,
              identifying: true)
    finding = Findings::IdentifyingCycle.new(draft.model).all.first
    assert_match(/identify each other in a circle: (Vessel → Sailing → Vessel|Sailing → Vessel → Sailing)/,
                 finding.message)
    assert_empty Findings::IdentifyingCycle
      .new(Findings.fixes(draft.model, finding).first.change.call(ids).apply(draft.model)).all
  end

  def test_the_demo_is_nearly_clean_and_keys_find_their_findings
    findings = Findings.of(ferries)
    assert_equal findings.size, findings.map(&:key).uniq.size
    assert_equal findings.first.message, Findings.fetch(ferries, findings.first.key).message
    assert_raises(NotFound) { Findings.fetch(ferries, "missing_identifier:nothing") }
    assert_empty findings.select { |finding| finding.check.weighs == :error }
  end

  def test_a_finding_is_put_aside_with_a_reason_and_taken_up_again
    base = Draft.new(Model::EMPTY, ids:).tap { |draft| draft.add(:entity, name: "Vessel") }.model
    finding = Findings.of(base).first
    assert_raises(InvalidValue) { Findings.put_aside(base, finding, " ", by: "Ada", ids:) }
    2.times { base = Findings.put_aside(base, finding, "Bought in.", by: "Ada", ids:).apply(base) }
    standing, aside = Findings.parted(base, Findings.of(base))
    assert_equal [ [ "Bought in.", "Ada" ] ], aside.values.map { |each| [ each.reason, each.person ] }
    refute_includes standing, finding
    taken_up = Editing.remove(base, [ aside.values.first.id ], ids:).apply(base)
    assert_includes Findings.parted(taken_up, Findings.of(taken_up)).first, finding
  end

  def test_domains_of_a_starter_may_wait
    base = Starters.begin(Starters.shipped.first, "New", ids:).apply(Model::EMPTY)
    assert base.all(:domain).any?
    assert_empty of_check(base, "unused_domain")
  end

  private

  def of_check(model, key) = Findings.of(model, STANDARD).select { |finding| finding.check.key == key }

  def assert_mends(model, finding, fix)
    change = fix.asks ? fix.change.call(ids, "A ferry.") : fix.change.call(ids)
    after = change.apply(model)
    Invariants.check(change, after)
    refute_includes Findings.of(after, STANDARD).map(&:key), finding.key, "#{finding.check.key}: #{fix.title}"
  end
end
