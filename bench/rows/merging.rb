# frozen_string_literal: true

require_relative "../support/subjects"

# Two sides of 1,000 tables: every tenth element of a sort said otherwise, some gone, some new.
module MergingRows
  Side = Kelvath::Merging::Side

  module_function

  def ids = @ids ||= Kelvath::Ulid.new(clock: -> { 5 }, random: Random.new(5))
  def left = Kelvath::Model.of(Subjects.design.elements.values)

  def changed
    @changed ||= Kelvath::Draft.change(Subjects.design, ids:) { |draft|
      columns, tables = %i[column table].map { |kind| Subjects.design.all(kind) }
      columns.each_slice(10) { |ten|
 draft.set(ten.first.id, comment: "Said otherwise", mandatory: !ten.first.mandatory) }
      tables.each_slice(50) { |some| draft.set(some.first.id, name: "#{some.first.name}_renamed") }
      tables.last(20).each { |table| draft.remove(table.id) }
      tables.first(200).each { |table| draft.add(:column, parent_id: table.id, name: "added", position: 2.5) }
    }.apply(Subjects.design)
  end

  # The same without one id in common, and every twentieth entity and table under another name.
  def strange
    @strange ||= begin
      others = changed.elements.transform_values { ids.next }
      renamed = changed.elements.values.map { |each| Kelvath::Matching::OtherIds.element(each, others) }
      %i[entity table].each do |kind|
        renamed.select { |each| each.kind == kind }.each_slice(20) do |some|
          renamed[renamed.index(some.first)] = some.first.with(name: "Thing #{some.first.id}")
        end
      end
      Kelvath::Model.of(renamed)
    end
  end

  def compared(left, right)
    comparison = Kelvath::Merging.compare(left, right)
    raise "too few" if comparison.differences.size < 3000

    comparison
  end
end

Figures.row("two designs of 1,000 tables are compared", unit: "s", goal: "<= 2 s") do
  id = Subjects.derived.design_id
  sides = lambda { |model| MergingRows::Side.new(model:, root_id: id) }
  Figures.seconds(prepare: -> { [ sides.(MergingRows.left), sides.(MergingRows.changed) ] }) do |left, right|
    MergingRows.compared(left, right)
  end.then { |ours| [ ours, nil, ours <= 2 ] }
end

Figures.row("two models of 1,000 tables that share no id are compared", unit: "s", goal: "<= 5 s") do
  sides = -> { [ MergingRows.left, MergingRows.strange ].map { |model| MergingRows::Side.new(model:) } }
  Figures.seconds(prepare: sides) { |left, right| MergingRows.compared(left, right) }
         .then { |ours| [ ours, nil, ours <= 5 ] }
end

Figures.row("all their differences are taken", unit: "s", goal: "<= 5 s") do
  comparison = MergingRows.compared(*[ MergingRows.left, MergingRows.strange ].map { |each|
 MergingRows::Side.new(model: each) })
  Figures.seconds { Kelvath::Merging::Taking.new(comparison, comparison.by_key.keys, ids: MergingRows.ids) }
         .then { |ours| [ ours, nil, ours <= 5 ] }
end
