# frozen_string_literal: true

require "core_test_helper"

class SendingUpTest < CoreTest
  def setup
    result = Derivation.derive(ferries, platform: "postgresql", ids:)
    @id, @base, @model = result.design_id, result.base, result.change_set.apply(ferries)
  end

  def table(name) = @model.children(@id, :table).find { |each| each.name == name }
  def column(owner, name) = @model.children(table(owner).id, :column).find { |each| each.name == name }
  def decisions = Derivation::Again::Decisions.of(@model, @id, @base.elements).all

  # Decides, sends all of it up, and derives again: the design agrees with what it would derive.
  def send_up(&block)
    before = Draft.change(@model, ids:, &block).apply(@model)
    script = lines(before)
    @model = before
    decisions.each do |decision|
      next unless Derivation::SendingUp.possible?(@model, decision)

      change = Derivation::SendingUp.change(@model, decision, ids:)
      Invariants.check(change, @model)
      @model = change.apply(@model)
    end
    merge = Derivation.again(@model, @id, base: @base)
    assert_empty merge.decisions.map { |each| [ each.way, each.element.name, each.field_name ] }
    assert_empty merge.conflicts.map(&:key)
    @model = merge.change_set({}, ids:).apply(@model)
    assert_equal script, lines(@model)
  end

  # Whatever the order of columns: what comes with a key stands last.
  def lines(model) = Ddl.script(model, @id).text.lines.map { |line| line.strip.delete_suffix(",") }.sort

  def test_fields_of_columns_and_tables
    send_up do |draft|
      draft.set(column("vessel", "name").id, native_type: { "base" => "varchar", "arguments" => [ 99 ] },
               mandatory: false, comment: "As painted.", default_value: "'Nameless'")
      draft.set(column("vessel", "in_service").id, name: "still_sails", name_fixed: true)
      draft.set(table("fare").id, comment: "What it costs.")
    end
    name = @model.fetch(column("vessel", "name").source_id)
    assert_equal [ "text", 99, false, "Nameless", "As painted." ],
                 [ name.type, name.length, name.mandatory, name.default_value, name.definition ]
    assert_equal "still sails", @model.fetch(column("vessel", "still_sails").source_id).name.downcase
  end

  def test_new_columns_tables_and_foreign_keys
    send_up do |draft|
      Editing::Tables.add_column(draft, table("vessel").id, "draught numeric(4,2) not null")
      buoy = Editing::Tables.add(draft, @id, "buoy")
      [ "number* integer", "colour varchar(10)" ].each { |line| Editing::Tables.add_column(draft, buoy.id, line) }
      Editing::ForeignKeys.new(draft.model, buoy.id, table("harbour").id).add(draft)
      Editing::ForeignKeys.new(draft.model, table("sailing").id, table("harbour").id).add(draft)
    end
    assert_equal [ "Number*", "Colour", "Harbour Code" ], held_names(@model, "Buoy")
    assert_equal "decimal", @model.fetch(column("vessel", "draught").source_id).type
  end

  def test_what_has_no_place_there_is_refused
    @model = Draft.change(@model, ids:) { |draft|
      Editing::Tables.add_index(draft, table("vessel").id, "name")
      draft.set(table("vessel").id, options: { "unlogged" => true })
    }.apply(@model)
    decisions.each do |decision|
      refute Derivation::SendingUp.possible?(@model, decision)
      assert_raises(InvalidValue) { Derivation::SendingUp.change(@model, decision, ids:) }
    end
  end
end
