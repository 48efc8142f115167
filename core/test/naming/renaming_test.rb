# frozen_string_literal: true

require "core_test_helper"

# Names of whole designs, and what a change by hand brings with it.
class RenamingTest < CoreTest
  def words = @words ||= Demo::Words.lexicon(ids:)

  def book(key, **changes)
    Naming::Standard.new(words, Naming::Rulebook.new(Naming::Shipped.rules(key).map do |rule|
      changes.key?(rule.of.to_sym) ? rule.with(**changes[rule.of.to_sym]) : rule
    end))
  end

  def short = @short ||= book("short")

  def fleet
    @fleet ||= model("Each Vessel may make many Sailings.", Vessel: [ "Hull Number: text(12): *", "Name: text(40)" ],
                     Sailing: [ "Code: text(8): *", "Actual Departure Time: timestamp" ])
  end

  def derived(standard, source = fleet, platform: "postgresql")
    change = Derivation.derive(source, platform:, ids:, standard:).change_set
    change.apply(source)
  end

  def named(model) = model.all(:table).to_h { |table| [ table.name, model.children(table.id, :column).map(&:name) ] }
  def constraints(model) = Renaming::DesignNames::CONSTRAINTS.flat_map { |kind| model.all(kind).map(&:name) }.sort

  def complete(model, standard, id, field, value)
    Renaming::Following.complete(Editing.set(model, id, field, value), model, -> { standard }).apply(model)
  end

  def test_a_derived_design_abbreviates
    assert_equal({ "VSL" => %w[HULL_NBR NM], "SLG" => %w[CD ACTL_DPT_TM VSL_HULL_NBR] }, named(derived(short)))
    assert_equal %w[FK_SLG_VSL IX_SLG_VSL_HULL_NBR PK_SLG PK_VSL], constraints(derived(short))
    assert_equal({ "vessels" => %w[
      vessel_hull_number name
    ], "sailings" => %w[sailing_code actual_departure_time vessel_hull_number] }, named(derived(book("many"))))
    assert_equal %w[FkSailingVessel IxSailingVesselHullNumber PkSailing PkVessel], constraints(derived(book("humps")))
  end

  def test_roles_and_identifiers_stand_in_names_of_keys_without_a_tables_prefix
    base = Prose::Reader.new(fleet, ids:).read(<<~TEXT).change_set.apply(fleet)
      Each Vessel may guide many Sailings; each Sailing must be guided by exactly one Vessel, in the role Leader.
      A Sailing can also be identified by its Actual Departure Time (called Timetable).
    TEXT
    standard = book("short", table: { prefix: "T_" })
    made = derived(standard, base)
    assert_equal %w[AK_T_SLG_TTB FK_T_SLG_LEADER FK_T_SLG_T_VSL], constraints(made).grep(/\A[AF]K/)
    alternate = base.all(:identifier).find { |each| each.name == "Timetable" }
    assert_includes constraints(complete(made, standard, alternate.id, :name, "Board")), "AK_T_SLG_BOARD"
  end

  def test_when_the_tables_name_stands_in_front_of_its_columns
    { "always" => %w[VSL_HULL_NBR VSL_NM], "for keys" => %w[VSL_HULL_NBR NM], "when repeated" => %w[HULL_NBR NM],
      "never" => %w[HULL_NBR NM] }
      .each do |way, columns|
        assert_equal columns, named(derived(book("short", column: { owner_in_front: way })))["VSL"], way
      end
    twice = fleet.updated(put: [ fleet.all(:attribute).find { |each| each.name == "Code" }.with(name: "Name") ],
                          drop: [])
    assert_equal [ "VSL_NM", "SLG_NM" ], named(derived(book("short", column: { owner_in_front: "when repeated" }),
                                                       twice)).values_at("VSL", "SLG").flatten.grep(/NM/)
  end

  def test_how_foreign_key_columns_are_named
    legs = model("Each Harbour may begin many Route Legs.", Harbour: [ "Code: text(3): *" ],
                 "Route Leg": [ "Number: integer: *" ])
    legs = legs.updated(put: [ legs.all(:relationship).first.with(role_name: "From Harbour") ], drop: [])
    { "logical name" => "FROM_HBR_CD", "source name" => "CD", "role and source name" => "FROM_HBR_CD",
      "table and source name" => "HBR_CD" }
      .each do |way, column|
        assert_equal column, named(derived(book("short", column: { migrated: way }), legs))["RTE_LEG"].last, way
      end
  end

  def test_words_that_meet_are_said_once
    legs = model("Each Route Leg may have many Stops.", "Route Leg": [ "Leg Number: integer: *" ],
                 Stop: [ "Stop: integer: *" ])
    assert_equal({ "route_legs" => [ "route_leg_number" ], "stops" => %w[stop route_leg_number] },
                 named(derived(book("many"), legs)))
  end

  def test_a_run_names_a_design_anew_and_one_inverse_takes_it_back
    plain = derived(Naming::Standard.plain)
    run = Renaming::Plan.of(plain, short, design_id: plain.all(:design).first.id)
    assert_equal [ "Vessel → VSL", "Hull Number → HULL_NBR" ], [ run.rows[0], run.rows[1] ].map { |row|
      "#{row.translation.steps.map(&:word).join(' ')} → #{row.after}"
    }
    change = run.change
    assert_equal named(derived(short)), named(change.apply(plain))
    assert_equal constraints(derived(short)), constraints(change.apply(plain))
    assert_equal plain, change.inverse.apply(change.apply(plain))
    some = run.change(chosen: [ run.rows[0].id ], edited: { run.rows[0].id => "BOATS" }).apply(plain)
    assert_equal [ %w[BOATS sailing], true ],
                 [ some.all(:table).map(&:name).sort, some.fetch(run.rows[0].id).name_fixed ]
    assert_empty Renaming::Plan.of(some, short, design_id: some.all(:design).first.id).changes.map(&:id) &
                 [ run.rows[0].id ]
    freed = Renaming::Plan.of(some, short, design_id: some.all(:design).first.id, all: true).change.apply(some)
    assert_equal [ "VSL", false ], freed.fetch(run.rows[0].id).then { |table| [ table.name, table.name_fixed ] }
  end

  def test_a_run_over_a_part_and_what_cannot_be_run
    plain = derived(Naming::Standard.plain)
    rows = Renaming::Plan.of(plain, short, design_id: plain.all(:design).first.id,
                          within: [ entity(plain, "Vessel").id ]).changes
    assert_equal %w[HULL_NBR NM PK_VSL VSL], rows.map(&:after).sort
    assert_raises(UnknownName) do
      Renaming::Plan.of(plain, short, design_id: plain.all(:design).first.id, direction: "sideways")
    end
    assert_raises(NotFound) { Renaming::Plan.of(plain, short, design_id: "nothing") }
  end

  def test_the_old_system_expands_as_a_whole
    catalog = Intake::Catalog.new(tables: [ table("CRW_MBR", %w[CRW_MBR_ID CRW_MBR_NM SUPV_CRW_MBR_ID]),
                                            table("SLG", %w[SLG_ID ACTL_DPT_TM]) ], views: [])
    taken = Starting.from_catalog("HSOPS", catalog, platform: "sqlite", ids:)
    model, design_id = taken.model, taken.design_id
    assert_equal taken.change_set.apply(Model::EMPTY), model
    assert_equal [ "CRW MBR", "SLG" ], model.all(:entity).map(&:name).sort
    expanded = Renaming::Plan.of(model, short, design_id:, direction: "words").change.apply(model)
    crew = [ "Crew Member Identifier", "Crew Member Name", "Supervisor Crew Member Identifier" ]
    assert_equal({ "Crew Member" => crew, "Sailing" => [ "Sailing Identifier", "Actual Departure Time" ] },
                 expanded.all(:entity).to_h do |each|
                   [ each.name, expanded.children(each.id, :attribute).map(&:name) ]
                 end)
    assert_equal expanded.all(:entity).map(&:name), Starting.from_catalog(
      "HSOPS", catalog, platform: "sqlite", ids:, standard: short
    ).model.all(:entity).map(&:name)
  end

  def test_a_whole_model_is_named_from_the_side_that_leads
    catalog = Intake::Catalog.new(tables: [ table("CRW_MBR", %w[CRW_MBR_ID CRW_MBR_NM]) ], views: [])
    taken = Starting.from_catalog("HSOPS", catalog, platform: "sqlite", ids:).model
    both = Derivation.derive(taken, platform: "postgresql", ids:).change_set.apply(taken)
    named = Renaming::Plan.whole(both, book("many")).map(&:change).reduce(ChangeSet.new, :+).apply(both)
    assert_equal [ "Crew Member", %w[CRW_MBR crew_members] ],
                 [ named.all(:entity).first.name, named.all(:table).map(&:name).sort ]
    assert_empty Renaming::Plan.whole(named, book("many")).flat_map(&:changes)
  end

  def test_following_names_move_and_names_set_by_hand_stay
    model = derived(short)
    vessel, sailing = entity(model, "Vessel"), entity(model, "Sailing")
    moved = complete(model, short, vessel.id, :name, "Booked Vehicle")
    assert_equal({ "BKD_VHC" => %w[HULL_NBR NM], "SLG" => %w[CD ACTL_DPT_TM BKD_VHC_HULL_NBR] }, named(moved))
    assert_equal %w[FK_SLG_BKD_VHC IX_SLG_BKD_VHC_HULL_NBR PK_BKD_VHC PK_SLG], constraints(moved)

    table = model.all(:table).find { |each| each.source_id == sailing.id }
    fixed = complete(model, short, table.id, :name, "TRIPS")
    assert fixed.fetch(table.id).name_fixed
    assert_equal %w[FK_TRIPS_VSL IX_TRIPS_VSL_HULL_NBR PK_TRIPS PK_VSL], constraints(fixed)
    still = complete(fixed, short, sailing.id, :name, "Route")
    assert_equal "TRIPS", still.fetch(table.id).name
    assert_equal "RTE", complete(still, short, table.id, :name_fixed, "no").fetch(table.id).name
  end

  # What moves leaves its name to the others that move.
  def test_two_entities_that_exchange_names_exchange_those_of_their_tables
    before = derived(short)
    vessel, sailing = %w[Vessel Sailing].map { |name| entity(before, name).id }
    change = Draft.change(before, ids:) do |draft|
      draft.set(vessel, name: "Sailing")
      draft.set(sailing, name: "Vessel")
    end
    after = Renaming::Following.complete(change, before, -> { short }).apply(before)
    assert_equal({ vessel => "SLG", sailing => "VSL" },
                 after.all(:table).to_h { |table| [ table.source_id, table.name ] })
    assert_equal %w[FK_VSL_SLG IX_VSL_SLG_HULL_NBR PK_SLG PK_VSL], constraints(after)
  end

  def test_where_the_design_leads_the_words_follow
    catalog = Intake::Catalog.new(tables: [ table("CRW_MBR", %w[CRW_MBR_ID CRW_MBR_NM]) ], views: [])
    model = Starting.from_catalog("HSOPS", catalog, platform: "sqlite", ids:, standard: short).model
    crew, column = model.all(:table).first, model.all(:column).last
    assert_equal "Booked Passenger", complete(model, short, crew.id, :name, "BKD_PSG").all(:entity).first.name
    assert_equal "Crew Member Status", complete(model, short, column.id, :name, "CRW_MBR_STS").all(:attribute)
      .find { |each| each.id == column.source_id }.name
    by_hand = complete(model, short, model.all(:entity).first.id, :name, "Seafarer")
    assert_equal [ "Seafarer", true, "CRW_MBR" ], [ by_hand.all(:entity).first
      .name, by_hand.all(:entity).first.name_fixed, by_hand.all(:table).first.name ]
    assert_equal "Seafarer", complete(by_hand, short, crew.id, :name, "PSG").all(:entity).first.name
  end

  def test_compliance_says_how_far_a_model_keeps_to_its_standard
    draft = Draft.new(derived(short), ids:)
    draft.set(entity(draft.model, "Vessel").id, subject_area_id: draft.add(:subject_area, name: "Fleet").id)
    draft.add(:attribute, parent_id: entity(draft.model, "Vessel").id, name: "colour of Boat")
    compliance = Renaming::Compliance.of(draft.model, short)
    assert_equal [ [ "Fleet", 8, 7 ], [ nil, 11, 11 ] ],
                 compliance.areas.map { |area| [ area.subject_area&.name, area.objects, area.complying ] }
    assert_equal [ 19, 94.7 ], [ compliance.total.objects, compliance.total.percent ]
    assert_equal [ [ "colour", 1 ] ], compliance.unknown_words.map { |unknown| [ unknown.word, unknown.count ] }
    assert_equal %i[forbidden unknown class_word style], compliance.breaches.first.warnings.map(&:code)
  end

  private

  def table(name, columns)
    Intake::Catalog::Table.new(name:, comment: "", columns: columns.map { |column| Intake::Catalog::Column
      .new(name: column, native_type: "integer", mandatory: false, identity: false, default_value: "", comment: "") },
                               keys: [ Intake::Catalog::Key.new(name: "", primary: true, columns: columns.first(1)) ],
                               foreign_keys: [], checks: [], indexes: [])
  end
end
