# frozen_string_literal: true

require "core_test_helper"

class ChoicesTest < CoreTest
  def setup
    result = Derivation.derive(ferries, platform: "postgresql", ids:)
    @id, @base, @model = result.design_id, result.base, result.change_set.apply(ferries)
  end

  def choose(left_out: [], **given)
    given = given.to_h { |name, text| [ name.to_s.tr("_", " "), text ] }
    @model = Derivation::Choices.change(@model, @id, given, left_out:).apply(@model)
    merge = Derivation.again(@model, @id, base: @base)
    change = merge.change_set({}, ids:)
    Invariants.check(change, @model)
    @model, @base = change.apply(@model), merge.base
    assert_empty merge.conflicts + Derivation.again(@model, @id, base: @base).arrivals
    assert_empty Derivation.again(@model, @id, base: @base).decisions
    merge
  end

  def script = Ddl.script(@model, @id).text
  def tables = Metamodel::Design.tables(@model, @id)

  def test_each_choice_brings_what_follows_from_it_and_takes_it_back
    plain = script
    { { indexes: "none" } => [ "CREATE INDEX", false ], { comments: "none" } => [ "COMMENT ON", false ],
      { allowed_values: "none" } => [ "CHECK (", false ],
      { schemas: "subject areas" } => [ "CREATE TABLE fleet.vessel (", true ],
      { allowed_values: "lookup tables" } => [ "INSERT INTO fare_band (value) VALUES ('peak')", true ],
      { numbered_keys: "all" } => [ "ak_berth_harbour_id_berth_number UNIQUE (harbour_id, berth_number)", true ],
      { numbered_keys: "composed" } => [ "pk_berth PRIMARY KEY (berth_id)", true ],
      { order: "by name" } => [ "joined_on date NOT NULL,\n  name varchar(80) NOT NULL,\n", true ]
    }.each do |given, (text, there)|
      choose(**given)
      assert_equal there, script.include?(text), given
      choose(given.keys.first => Derivation::Choices::ALL[given.keys.first.to_s.tr("_", " ")].values.keys.first)
      assert_equal plain, script, given
    end
  end

  def test_every_table_gets_the_houses_columns
    choose(columns: "created_at timestamptz not null default now()\nnote text\n")
    assert_equal tables.size, script.scan(/^  created_at timestamptz DEFAULT now\(\) NOT NULL/).size
    assert_operator tables.size, :>, script.scan(/^  note text/).size - 1
    choose(columns: "Seen At: zoned timestamp, mandatory, default current_timestamp\nFee: decimal(9,2)")
    assert_equal tables.size,
                 script.scan(/^  seen_at timestamptz DEFAULT current_timestamp NOT NULL,?\n  fee numeric\(9,2\)/).size
    assert_match(/“soon” says nothing of X; write “mandatory” or/,
                 assert_raises(InvalidValue) { choose(columns: "X: text, soon") }.message)
    message = assert_raises(InvalidValue) { choose(columns: "x wibble") }.message
    assert_match(/no type “wibble”/, message)
    assert_match(/can be foreign keys or none, not “some”/,
                 assert_raises(InvalidValue) { choose(indexes: "some") }.message)
    assert_match(/no choice “colour”/, assert_raises(InvalidValue) { choose(colour: "red") }.message)
  end

  KINDS = { "one table" => [ "CHECK (kind = 'car' OR roof_box IS NULL)", "CHECK (kind <> 'coach' OR seats IS NOT NULL)",
                             "is_engineer boolean NOT NULL",
                             "CHECK (is_engineer <> true OR engine_grade IS NOT NULL)" ],
            "leaves" => [ "fk_car_booking FOREIGN KEY (booking_number)", "pk_coach PRIMARY KEY (booking_number",
                          "CREATE TABLE crew_member (" ] }.freeze # of whom some are neither

  def test_each_group_of_subtypes_becomes_what_was_chosen
    groups = @model.all(:subtype_group)
    KINDS.each do |value, texts|
      choose(subtypes: groups.to_h { |group| [ group.id, value ] })
      texts.each { |text| assert_includes script, text }
      refute_match(value == "leaves" ? /TABLE booked_vehicle\b/ : /TABLE (car|engineer)\b/, script)
    end
    choose(subtypes: groups.to_h { |group| [ group.id, "each" ] })
    assert_match(/TABLE booked_vehicle\b.+TABLE engineer\b/m, script)
  end

  # Who refers to the supertype has one of several then.
  def test_what_refers_to_a_rolled_down_supertype_has_one_of_its_subtypes
    @model = model("Each Vehicle may have many Permits.",
                   "Vehicle" => [ "Number: integer: *" ], "Permit" => [ "Code: text(3): *" ])
    draft = Draft.new(@model, ids:)
    kinds = %w[Car Lorry].map { |name| draft.add(:entity, name:).id }
    group = draft.add(:subtype_group, parent_id: entity(@model, "Vehicle").id, subtype_ids: kinds, complete: true,
                                      exclusive: true)
    result = Derivation.derive(draft.model, platform: "postgresql", ids:)
    @id, @base, @model = result.design_id, result.base, result.change_set.apply(draft.model)
    choose(subtypes: { group.id => "leaves" })
    assert_includes script, "CHECK (CASE WHEN car_number IS NULL THEN 0 ELSE 1 END + " \
                            "CASE WHEN lorry_number IS NULL THEN 0 ELSE 1 END = 1)"
    assert_includes script, "fk_permit_lorry FOREIGN KEY (lorry_number) REFERENCES lorry (number)"
    arc = tables.find { |each| each.name == "permit" }.then { |table| @model.children(table.id, :check).last }
    assert_match(/what their foreign keys hold is counted/, Derivation::Trace.of(@model, arc).why)
  end

  def test_enumerated_types_stand_where_the_platform_has_them
    model, id = derived(ferries, "mariadb")
    @model, @id, @base = model, id, nil
    @model = Derivation::Choices.change(@model, @id, { "allowed values" => "enumerated types" }).apply(@model)
    made, = Derivation.made(@model, @model.fetch(@id))
    types = made.select { |each| each.kind == :column && each.name == "band" }.map { |each| each.native_type }
    assert_includes types, Platforms.fetch("mariadb").read_type("enum('off-peak','standard','peak')")
    refute(made.any? { |each| each.kind == :check && each.name == "ck_fare_band" })
    refute Derivation::Choices.values(Derivation::Choices::ALL["allowed values"], Platforms.fetch("oracle"))
                              .key?("enumerated types")
  end

  def test_a_platform_with_types_of_its_own_gets_one_for_each_domain
    choose(allowed_values: "enumerated types")
    assert_includes script, "CREATE TYPE fare_band AS ENUM ('off-peak', 'standard', 'peak')"
    assert_match(/\n  band fare_band NOT NULL/, script)
    type = @model.all(:enumeration).find { |each| each.name == "fare_band" }
    renamed = Editing.set(@model, type.id, "name", "Odd Band", ids:)
    Invariants.check(renamed, renamed.apply(@model))
    assert_match(/\n  band "Odd Band" NOT NULL/, Ddl.script(renamed.apply(@model), @id).text)
    assert_empty Findings.of(renamed.apply(@model)).select { |each| each.check == Findings::NativeTypeUnknown }
    to = Derivation::Conversion.new(@model, @id, platform: "sqlite", ids:)
    assert_equal "varchar(8)", to.elements.find { |each| each.name == "band" }.then { |each|
      Platforms.fetch("sqlite").write_type(each.native_type)
    }
    assert_includes to.remarks.join("\n"), "keeps no other values out than those of fare_band"
  end

  # [what the rule is about, native type, where] => what columns become; the nearer rule counts.
  def test_rules_of_the_type_table_overrule_the_platforms_types
    ship = entity(@model, "Vessel")
    named = ->(kind, name, within = nil) { @model.all(kind).find { |each|
      each.name == name && (within.nil? || each.parent_id == within)
    } }
    domain = ferries.fetch(named.(:attribute, "Name", ship.id).id).domain_id
    rules = [ { type: "text", becomes: "varchar(%l)" }, { type: "timestamp", becomes: "timestamp(%p)" },
              { domain_id: domain, becomes: "text" } ]
    draft = Draft.new(@model, ids:)
    rules.each { |rule| draft.add(:type_rule, platform: "postgresql", **rule) }
    draft.add(:type_rule, design_id: @id, attribute_id: named.(:attribute, "Name", ship.id).id, becomes: "xml")
    draft.add(:type_rule, platform: "oracle", type: "integer", becomes: "number(9)")
    @model = draft.model
    choose
    assert_match(/TABLE vessel \((?:[^;]*)\n  name xml/m, script)
    assert_match(/TABLE harbour \((?:[^;]*)\n  name text/m, script)
    refute_match(/number\(9\)/, script)
  end

  def test_an_entity_that_is_left_out_gets_no_table_and_what_it_gave_stays
    choose(left_out: [ entity(@model, "Harbour").id, "nobody" ])
    refute_includes tables.map(&:name), "harbour"
    berth = tables.find { |table| table.name == "berth" }
    assert_includes @model.children(berth.id, :column).map(&:name), "harbour_code"
    refute_match(/REFERENCES harbour\b/, script)
    choose
    assert_match(/REFERENCES harbour\b/, script)
  end
end
