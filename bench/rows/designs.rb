# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../support/served"

# Designs of 1,000 tables.
module DesignRows
  module_function

  # Five hundred decisions in a design, and two hundred changes on its logical side: [model, design's id, base].
  def decided
    derived = Subjects.derived
    random = Random.new(3)
    model = Kelvath::Draft.change(Subjects.design, ids: Subjects.ids) { |draft|
      Subjects.design.all(:column).sample(500, random:).each_with_index do |column, index|
        index.even? ? draft.set(column.id, comment: "Decided.") : draft.set(column.id, default_value: "1")
      end
      Subjects.design.all(:attribute).sample(200, random:).each_with_index do |attribute, index|
        (index % 4).zero? ? draft.remove(attribute.id) : draft.set(attribute.id, definition: "Said anew #{index}.")
      end
    }.apply(Subjects.design)
    [ model, derived.design_id, derived.base ]
  end
end

Kelvath::Platforms.all.each do |platform|
  Figures.row("derive 1,000 tables for #{platform.title}", unit: "s", goal: "<= 1.5 s") do
    fresh = -> { Kelvath::Model.of(Subjects.company.elements.values) } # nothing worked out yet
    ours = Figures.seconds(prepare: fresh) do |model|
      Kelvath::Derivation.derive(model, platform: platform.key, ids: Subjects.ids)
    end
    [ ours, nil, ours <= 1.5 ]
  end
end

Figures.row("derive 1,000 tables again: 500 decisions, 200 changes, written", unit: "s", goal: "<= 3 s") do
  model, design_id, base = DesignRows.decided
  ours = Figures.seconds do
    merge = Kelvath::Derivation.again(model, design_id, base:)
    settled = merge.conflicts.to_h { |conflict| [ conflict.key, :mine ] }
    merge.change_set(settled, ids: Subjects.ids).apply(model)
  end
  [ ours, nil, ours <= 3 ]
end

Figures.row("a native type typed in 1,000 tables: commit and repaint", unit: "s", goal: "<= 0.15 s") do
  stored = Subjects.stored
  columns = Subjects.design.all(:column).each
  Served.open do |served|
    served.visit("/models/#{stored.id}/ledgers/#{Subjects.derived.design_id}")
    times = Array.new(7) do
      served.patch("/models/#{stored.id}/elements/#{columns.next.id}", field: "native_type", value: "varchar(99)",
                   ledger: Subjects.derived.design_id).last
    end
    times.sort[times.size / 2].then { |ours| [ ours, nil, ours <= 0.15 ] }
  end
end
