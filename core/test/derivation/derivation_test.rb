# frozen_string_literal: true

require "core_test_helper"

class DerivationTest < CoreTest
  def table(model, name) = model.all(:table).find { |each| each.name == name }
  def columns(model, name)
    table = table(model, name)
    platform = Platforms.of(model, table)
    model.children(table.id, :column).map do |each|
      "#{each.name} #{platform.write_type(each.native_type)}#{' not null' if each.mandatory}"
    end
  end

  def test_types_per_platform
    base = model("Vessel", Vessel: [ "Code: text(3): *", "Big: text", "Price: decimal(9,2)", "Seen: timestamp",
                                     "Fast: boolean", "Photo: binary", "Extra: json", "Key: uuid" ])
    { "sqlite" => [ "code varchar(3) not null", "big text", "price decimal(9,2)", "seen timestamp", "fast boolean",
                    "photo blob", "extra json", "key char(36)" ],
      "postgresql" => [ "code varchar(3) not null", "big text", "price numeric(9,2)", "seen timestamp", "fast boolean",
                        "photo bytea", "extra jsonb", "key uuid" ] }
      .each { |platform, expected| assert_equal expected, columns(derived(base, platform).first, "vessel"), platform }
  end

  def test_many_to_many_becomes_a_junction
    base, id = derived(ferries, "sqlite")
    assert_equal [ "engineer_crew_number varchar(12) not null", "vessel_class_code varchar(3) not null" ],
                 columns(base, "engineer_vessel_class")
    junction = table(base, "engineer_vessel_class")
    assert_equal %w[engineer vessel_class],
                 base.children(junction.id, :foreign_key).map { |key| base[key.target_table_id].name }.sort
    assert_equal 2, base.children(junction.id, :key).first.column_ids.size
    assert_equal 29, base.children(id, :table).size
  end

  def test_keys_checks_comments_and_indexes
    base, = derived(ferries, "postgresql")
    vessel = table(base, "vessel")
    assert_equal [ "pk_vessel", "ak_vessel_by_call_sign" ], base.children(vessel.id, :key).map(&:name)
    assert_equal "A ferry that the company owns or charters.", vessel.comment
    assert_equal "band IN ('off-peak', 'standard', 'peak')",
                 Ddl::Names.text(base, base.children(table(base, "fare").id, :check).first, :condition)
    # an index for each foreign key that no key begins with
    assert_equal [ "ix_route_leg_from_harbour_code", "ix_route_leg_to_harbour_code" ],
                 base.children(table(base, "route_leg").id, :index).map(&:name)
  end

  def test_entities_without_identifier_are_numbered_and_it_is_said
    result = Derivation.derive(model("Each Vessel may make many Sailings."), platform: "postgresql", ids:)
    assert_match(/Vessel has no identifier; vessel_id numbers its rows/, result.remarks.join("\n"))
    identity = result.change_set.additions.select { |each| each.kind == :column && each.identity }
    assert_equal %w[vessel_id sailing_id].sort, identity.map(&:name).sort
  end

  def test_names_stay_unique_and_within_the_limit
    long = "Vessel #{'Inspection Certificate ' * 4}".strip
    base = model(long, "#{long} Two", "Vessel-One", "Vessel One")
    names = derived(base, "postgresql").first.all(:table).map(&:name)
    assert_equal names.size, names.uniq.size
    assert names.all? { |name| name.bytesize <= 63 }
    assert_includes names, "vessel_one_2"
  end

  def test_the_base_is_what_was_derived
    result = Derivation.derive(ferries, platform: "sqlite", ids:)
    model = result.change_set.apply(ferries)
    assert_equal model[result.design_id].base, result.base.digest
    assert_equal model.all(:column).size, result.base.elements.count { |each| each.kind == :column }
    assert(result.base.elements.all? { |element| model[element.id] == element })
    packed = [ result.base.content ].pack("m0") # as designs held it before
    assert_equal result.base.digest, Upgrading.element("kind" => "design", "id" => "D", "base" => packed)["base"]
  end

  # Deriving again into the same design gives the same ids, whatever else has been renamed or added.
  def test_derived_elements_keep_their_ids
    same = Struct.new(:next).new("0" * 26)
    derive = ->(model) { Derivation.derive(model, platform: "sqlite", ids: same).change_set.additions }
    first = derive.(ferries)
    assert_equal first.size, first.map(&:id).uniq.size
    changed = Draft.new(ferries, ids:)
    changed.set(entity(ferries, "Vessel").id, name: "Ship")
    Editing::Attributes.add(changed, entity(ferries, "Fare").id, "Season", type: "integer")
    second = derive.(changed.model).to_h { |element| [ element.id, element ] }
    assert_empty first.map(&:id) - second.keys
    assert_equal %w[season], (second.keys - first.map(&:id)).map { |id| second[id].name }
  end
end
