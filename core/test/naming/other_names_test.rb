# frozen_string_literal: true

require "core_test_helper"

class OtherNamesTest < CoreTest
  def setup
    @model, @id = derived(ferries, "postgresql")
    @design = @model.fetch(@id)
    table = @model.children(@id, :table).find { |each| each.name == "vessel" }
    column = @model.children(table.id, :column).find { |each| each.name == "gross_tonnage" }
    @model = Draft.change(@model, ids:) do |draft|
      draft.set(column.id, name: "gt", name_fixed: true)
      Editing::Tables.add_column(draft, table.id, "funnel_colour text")
    end.apply(@model)
    @table, @columns = table, @model.children(table.id, :column)
  end

  def names(design = @design) = Renaming::OtherNames.new(@model, design, Naming::Standard.plain)
  def attribute(name) = @model.all(:attribute).find { |each| each.name == name }

  def test_each_side_is_called_as_the_other
    vessel = entity(@model, "Vessel")
    assert_equal [ "vessel", "gt" ], [ vessel, attribute("Gross Tonnage") ].map { |each| names.of(each) }
    assert_equal [ "Vessel", "Gross Tonnage", "Vessel Class Code", "Funnel Colour" ],
                 [ @table, *@columns.values_at(3, 6, 7) ].map { |each| names.of(each) }
    assert_equal "gross_tonnage", names(nil).of(attribute("Gross Tonnage")) # no design: as it would be called
    assert_nil names.of(@design)
  end

  def test_cards_and_ledgers_show_them
    scene = Diagram::Scene.of(*with_diagram("logical", nil), names:)
    card = scene.boxes[entity(@model, "Vessel").id].card
    assert_includes card.rows.map(&:text), "gt"
    assert_equal "vessel", card.title
    scene = Diagram::Scene.of(*with_diagram("physical", @id), names:)
    assert_equal "Vessel", scene.boxes[@table.id].card.title
    ledger = Ledger.of(@model, @id, view: Ledger::View.new(other_names: true), names:)
    assert_equal "In words", ledger.columns[1].label
    assert_equal "Gross Tonnage", ledger.row(@columns[3].id).cells["other_name"]
    ledger = Ledger.of(@model, "logical", view: Ledger::View.new(other_names: true), names:)
    assert_equal "gt", ledger.row(attribute("Gross Tonnage").id).cells["other_name"]
  end

  # Cards that grow by their other names stay apart.
  def test_cards_keep_apart
    model, id = with_diagram("logical", nil)
    rects = Diagram::Scene.of(model, id, names:).rects.values
    assert_empty rects.combination(2).select { |one, two|
      one.left < two.right && two.left < one.right && one.top < two.bottom && two.top < one.bottom
    }
  end

  private

  def with_diagram(stage, design_id)
    draft = Draft.new(@model, ids:)
    elements = design_id ? Metamodel::Design.tables(@model, design_id) : @model.all(:entity)
    diagram = Editing::Diagrams.make(draft, name: "D", stage:, elements:, design_id:)
    [ draft.model, diagram.id ]
  end
end
