# frozen_string_literal: true

require "core_test_helper"

# A model that lacks designs is the same model, for whoever reads it and whatever is done to it.
class PartsTest < CoreTest
  # A part as an application keeps it: it counts how often it is read.
  Part = Struct.new(:list, :reads) do
    def elements
      self.reads += 1
      list
    end
  end

  def setup
    whole = ferries
    @designs = %w[sqlite postgresql].map do |platform|
      made = Starting.design(whole, platform:, ids:)
      whole = made.change_set.apply(whole)
      made
    end
    @whole = whole
    @custom = Draft.change(@whole, ids:) do |draft|
      field = draft.add(:custom_field, name: "Owner", of: "table", type: "text")
      table = draft.model.children(@designs.first.design_id, :table).first
      draft.add(:custom_value, parent_id: table.id, custom_field_id: field.id, value: "Yard")
    end
    @whole = @custom.apply(@whole)
  end

  # The model without what belongs to designs.
  def lacking
    main, spread = @whole.elements.values.partition do |element|
      %i[design diagram].include?(element.kind) || Model::Parts.of(element, @whole).nil?
    end
    @parts = spread.group_by { |element| Model::Parts.of(element, @whole) }.transform_values do |list|
      Part.new(list, 0)
    end
    Model.of(main, parts: @parts)
  end

  def reads = @designs.map { |design| @parts.fetch(design.design_id).reads }

  # What is asked => which designs it takes.
  QUESTIONS = {
    ->(model, _) { model.all(:entity).each { |entity| model.children(entity.id, :attribute) } } => [ 0, 0 ],
    ->(model, _) { model.all(:diagram).size + model.all(:design).size } => [ 0, 0 ],
    ->(model, _) { model.all(:entity).map { |entity| model.referrers(entity.id, :diagram_node) } } => [ 0, 0 ],
    ->(model, _) { [ model[nil], model[""] ] } => [ 0, 0 ],
    ->(model, designs) { model.children(designs[0].design_id, :table) } => [ 1, 0 ],
    ->(model, designs) { model.children(designs[1].diagram_id, :diagram_node) } => [ 0, 1 ],
    ->(model, designs) { model.child_ids(designs[1].design_id) } => [ 0, 1 ],
    ->(model, _) { model.referrer_ids(model.all(:custom_field).first.id) } => [ 1, 1 ],
    ->(model, _) { model.all(:column) } => [ 1, 1 ],
    ->(model, _) { [ model["01NOTHERE"] ] } => [ 1, 1 ],
    ->(model, _) { model.elements } => [ 1, 1 ],
    ->(model, _) { model.only(%i[entity]).size } => [ 0, 0 ],
    ->(model, _) { model.only(%i[table]).size } => [ 1, 1 ]
  }.freeze

  def test_each_question_loads_what_it_needs_and_is_answered_as_by_the_whole
    QUESTIONS.each do |question, loaded|
      model = lacking
      assert_equal question.call(@whole, @designs), question.call(model, @designs), question.source_location.inspect
      assert_equal loaded, reads, question.source_location.inspect
    end
  end

  CHANGES = {
    rename: ->(draft, test) { draft.set(test.entity(draft.model, "Vessel").id, name: "Ship") },
    column: ->(draft, test) do
      draft.set(draft.model.children(test.table(draft.model).id, :column).first.id, name: "x")
    end,
    table: ->(draft, test) { draft.add(:table, parent_id: test.first, name: "fresh") },
    design: ->(draft, test) { draft.remove(test.first) },
    field: ->(draft, _) { draft.remove(draft.model.all(:custom_field).first.id) },
    card: ->(draft, test) { draft.set(draft.model.children(test.diagram, :diagram_node).first.id, x: 7.0) },
    entity: ->(draft, test) { draft.remove(test.entity(draft.model, "Vessel").id) }
  }.freeze

  def first = @designs.first.design_id
  def diagram = @designs.first.diagram_id
  def table(model) = model.children(first, :table).first

  # Made of the whole or of what lacks parts, applied to the whole or to what lacks parts: it is one.
  def test_changes_are_the_same_with_and_without_parts
    CHANGES.each do |name, work|
      change = Draft.change(@whole, ids: Ulid.new(clock: -> { 1 }, random: Random.new(1))) do |draft|
        work.call(draft, self)
      end
      same = Draft.change(lacking, ids: Ulid.new(clock: -> { 1 }, random: Random.new(1))) do |draft|
        work.call(draft, self)
      end
      assert_equal change, same, name
      after = change.apply(@whole)
      model = lacking
      assert_equal after, change.apply(model), name
      assert_equal @whole, model, "#{name}: the older model stays as it was"
      assert_equal @whole, change.inverse.apply(change.apply(lacking)), name
    end
  end

  def test_threads_that_load_the_same_model_see_all_of_it
    3.times do
      model = lacking
      found = 6.times.map do |number|
        Thread.new { number.even? ? model.all(:column).size : model.updated(put: [], drop: []).size }
      end
      assert_equal [ @whole.all(:column).size, @whole.size ], found.map(&:value).uniq.sort
    end
  end
end
