# frozen_string_literal: true

require "core_test_helper"
require "sqlite3"
require_relative "../../../demo/hsops"

class AgainTest < CoreTest
  def setup
    @logical = model("Each Vessel may make many Sailings.",
                     Vessel: [ "Hull Number: text(12): *", "Name: text(60)", "Chartered: boolean" ],
                     Sailing: [ "Number: integer: *", "Day: date" ])
    result = Derivation.derive(@logical, platform: "postgresql", ids:)
    @base = result.base
    @id = result.design_id
    @model = result.change_set.apply(@logical)
  end

  def table(name) = @model.children(@id, :table).find { |each| each.name == name } || flunk("no table #{name}")
  def column(table, name) = @model.children(table(table).id, :column).find { |each| each.name == name }
  def attribute(entity, name) = @model.children(entity(@model, entity).id, :attribute).find { |each| each.name == name }

  def change(&block) = @model = Draft.change(@model, ids:, &block).apply(@model)
  def again = Derivation.again(@model, @id, base: @base)

  # Derives again, settling conflicts; the invariants hold, and a further time there is nothing to do.
  def derive_again(settled = {})
    merge = again
    change = merge.change_set(settled, ids:)
    Invariants.check(change, @model)
    @model, @base = change.apply(@model), merge.base
    assert_predicate again, :empty?, again.arrivals.map(&:to_h).inspect
    merge
  end

  def columns(name) = @model.children(table(name).id, :column).map { |each|
    type = Platforms.of(@model, each).write_type(each.native_type)
    "#{each.name} #{type}#{' not null' if each.mandatory}"
  }

  def test_nothing_changed_is_nothing_to_do
    assert_predicate again, :empty?
    assert_empty again.decisions
  end

  def test_what_comes_from_upstream_arrives_and_what_was_decided_stays
    vessel, name = entity(@model, "Vessel"), column("vessel", "name")
    change do |draft|
      draft.set(name.id, native_type: { "base" => "text" })
      draft.add(:column, parent_id: table("vessel").id, name: "audited_at", native_type: { "base" => "timestamptz" })
      draft.add(:index, parent_id: table("vessel").id, name: "ix_name", column_ids: [ name.id ])
      draft.remove(column("sailing", "day").id)
      draft.set(attribute("Vessel", "Chartered").id, type: "integer", mandatory: true)
      draft.add(:attribute, parent_id: vessel.id, name: "Length", type: "decimal", precision: 6, scale: 2)
      draft.set(entity(draft.model, "Sailing").id, definition: "One departure.")
    end
    merge = derive_again
    assert_equal [ "hull_number varchar(12) not null", "name text", "chartered integer not null", "length numeric(6,2)",
                   "audited_at timestamptz" ].sort, columns("vessel").sort
    assert_equal [ "number integer not null", "vessel_hull_number varchar(12) not null" ], columns("sailing")
    assert_equal "One departure.", table("sailing").comment
    assert_equal %i[added changed changed changed], merge.arrivals.map(&:way).sort
    assert_equal [ [ :added, "audited_at" ], [ :added, "ix_name" ], [ :changed, "name" ], [ :left_out, "day" ] ],
                 again.decisions.map { |each| [ each.way, each.element.name ] }.sort_by(&:to_s)
  end

  def test_the_same_thing_changed_on_both_sides_is_a_conflict_settled_either_way
    mine = column("vessel", "name")
    change do |draft|
      draft.set(mine.id, native_type: { "base" => "varchar", "arguments" => [ 90 ] })
      draft.set(attribute("Vessel", "Name").id, length: 80)
    end
    conflict = again.conflicts.first
    assert_equal [ "#{mine.id}:native_type", [ 60 ], [ 90 ], [ 80 ] ],
                 [ conflict.key, *%i[before mine theirs].map { |side| conflict[side]["arguments"] } ]
    assert_match(/1 conflicts are not settled/, assert_raises(InvalidChange) { again.change_set({}, ids:) }.message)
    kept = @model
    { mine: "name varchar(90)", theirs: "name varchar(80)" }.each do |side, expected|
      @model, base = kept, @base
      derive_again({ conflict.key => side })
      assert_includes columns("vessel"), expected
      assert_equal side == :mine ? 1 : 0, again.decisions.size
      @base = base
    end
  end

  def test_what_goes_upstream_goes_unless_a_decision_hangs_on_it
    change { |draft| draft.remove(attribute("Sailing", "Day").id) }
    derive_again
    refute_includes columns("sailing").join, "day"
    change do |draft|
      draft.add(:index, parent_id: table("vessel").id, name: "ix", column_ids: [ column("vessel", "name").id ])
      draft.set(column("vessel", "chartered").id, default_value: "false")
      draft.remove(attribute("Vessel", "Name").id)
      draft.remove(attribute("Vessel", "Chartered").id)
    end
    assert_equal [ [ "chartered", [ "chartered" ] ], [ "name", [ "ix" ] ] ],
                 again.conflicts.map { |each| [ each.element.name, each.hanging.map(&:name) ] }.sort
    name, chartered = again.conflicts.map(&:key).sort_by { |key| key.start_with?(column("vessel", "name").id) ? 0 : 1 }
    derive_again({ name => :theirs, chartered => :mine })
    assert_equal [ "hull_number varchar(12) not null", "chartered boolean" ], columns("vessel")
    assert_empty @model.children(table("vessel").id, :index)
  end

  def test_renames_are_followed_by_identity_and_names_that_arrive_give_way
    change do |draft|
      draft.add(:table, parent_id: @id, name: "harbour", comment: "By hand.")
      draft.add(:table, parent_id: @id, name: "pk_tide")
      draft.set(table("vessel").id, name: "ships", name_fixed: true)
      draft.set(entity(draft.model, "Sailing").id, name: "Departure")
      %w[Harbour Tide].each { |name| draft.add(:entity, name:, definition: "Upstream.") }
    end
    derive_again
    assert_equal [ "departure", "harbour", "pk_tide", "ships", "tide" ], @model.children(@id, :table).map(&:name).sort
    assert_equal [ "By hand.", "pk_tide_2" ],
                 [ table("harbour").comment, @model.children(table("tide").id, :key).first.name ]
    assert_equal [ "number integer not null", "day date", "vessel_hull_number varchar(12) not null" ],
                 columns("departure")
  end

  def test_an_order_that_was_decided_stays_and_what_comes_stands_behind_what_it_stood_behind
    change do |draft|
      draft.set(column("vessel", "chartered").id, position: 0.5)
      draft.add(:attribute, parent_id: entity(draft.model, "Vessel").id, name: "Mast", type: "boolean", position: 2.5)
    end
    derive_again
    assert_equal %w[chartered hull_number name mast], columns("vessel").map { |each| each.split.first }
    assert_equal [ :order ], again.decisions.map(&:way)
  end

  def test_each_decision_can_be_dropped
    derived = @model
    change do |draft|
      draft.remove(column("vessel", "hull_number").id) # with the keys over it
      draft.set(table("vessel").id, name: "ships", name_fixed: true)
      draft.set(column("vessel", "chartered").id, position: 0.5, mandatory: true)
      draft.add(:table, parent_id: @id, name: "audit")
      draft.add(:decision, parent_id: @id, subject: column("vessel", "chartered").id, field: "mandatory",
reason: "Law.")
    end
    decided = Derivation::Again::Decisions.of(@model, @id, @base.elements).all
    assert_equal %i[added changed changed left_out order], decided.map(&:way).sort
    decided.each do |decision|
      @model = Derivation::Again::Dropping.change(@model, @id, @base.elements, decision.key, ids:).apply(@model)
    end
    assert_equal derived.elements.to_a.to_h.except(@id), @model.elements.to_a.to_h.except(@id)
    assert_raises(NotFound) { Derivation::Again::Dropping.change(@model, @id, @base.elements, decided.first.key, ids:) }
  end

  # What the database says is decided; what its logical side says later arrives, under the names it has here.
  def test_a_design_that_came_from_a_database
    database = SQLite3::Database.new(":memory:", results_as_hash: true)
    database.execute_batch(File.read(Demo::Hsops::SCHEMA))
    catalog = Intake.catalog("sqlite", ->(sql) { database.execute(sql) })
    taken = Starting.from_catalog("HSOPS", catalog, platform: "sqlite", ids:)
    @model, @id, @base = taken.model, taken.design_id, taken.base
    assert_predicate again, :empty?
    decided = again.decisions.size
    class_code = attribute("VSL CLS", "VSL CLS CD")
    change do |draft|
      draft.set(class_code.id, length: 5)
      draft.add(:attribute, parent_id: class_code.parent_id, name: "Built", type: "integer", position: 99.0)
    end
    derive_again
    assert_equal %w[char(5) char(5)], [ %w[VSL_CLS VSL_CLS_CD], %w[VSL VSL_CLS_CD] ].map { |place|
      Platforms.fetch("sqlite").write_type(column(*place).native_type)
    }
    assert_equal [ "built", decided ], [ column("VSL_CLS", "built").name, again.decisions.size ]
    came_in = taken.change_set.additions.select { |each| %i[table column key foreign_key].include?(each.kind) }
    @model, @base = taken.model, Derivation::Base.of(came_in) # as it was kept before
    assert_empty again.arrivals.select { |each| each.way != :added } + again.conflicts
  end

  def test_what_would_be_derived_anyway_needs_no_decision
    change { |draft| draft.set(column("vessel", "name").id, mandatory: true) }
    assert_equal [ 1, 0 ], [ again.decisions.size, again.unneeded.size ]
    change { |draft| draft.set(attribute("Vessel", "Name").id, mandatory: true) }
    assert_equal [ 0, 1 ], [ again.decisions.size, again.unneeded.size ]
  end
end
