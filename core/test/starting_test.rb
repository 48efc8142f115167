# frozen_string_literal: true

require "core_test_helper"

class StartingTest < CoreTest
  def test_an_empty_model_has_a_name_and_its_diagrams
    model = Starting.empty("  Sound  ", ids:).apply(Model::EMPTY)
    assert_equal [ "Sound", %w[concept logical] ], [ model.header.name, model.all(:diagram).map(&:stage) ]
    assert_raises(InvalidValue) { Starting.empty("x" * 500, ids:) }
  end

  def test_a_design_comes_with_its_diagram_and_a_free_name
    names = Array.new(3) { Starting.design(@model ||= ferries, platform: "sqlite",
                                           ids:).tap { |made| @model = made.change_set.apply(@model) }.name }
    assert_equal [ "SQLite", "SQLite 2", "SQLite 3" ], names
    assert_equal 3, @model.all(:diagram).count { |diagram| diagram.stage == "physical" &&
                                                           @model.children(diagram.id, :diagram_node).size == 29 }
    assert_empty Invariants.new(ChangeSet.new(additions: @model.elements.values), @model).problems
  end

  def test_new_cards_find_a_free_spot
    model = %w[A B C D E F G].reduce(Starting.empty("S", ids:).apply(Model::EMPTY)) do |made, name|
      Prose::QuickLine.read(made, name, ids:).change_set.apply(made)
    end
    nodes = model.children(model.all(:diagram).first.id, :diagram_node)
    assert_equal nodes.size, nodes.map { |node| [ node.x, node.y ] }.uniq.size
    assert_equal 2, nodes.map(&:y).uniq.size
  end
end
