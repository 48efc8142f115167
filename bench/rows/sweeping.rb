# frozen_string_literal: true

require_relative "../support/subjects"

# Sweeps over the columns of 1,000 tables.
module SweepingRows
  module_function

  def sweep = @sweep ||= Kelvath::Metamodel::Sweep.new(id: "S", name: "Measured", of: "column")

  # Five of the usual sort, one of them a pattern, one about the table, two of them in a group.
  def conditions
    @conditions ||= [ [ "S", "native_type.base", "is one of", "varchar, numeric, integer" ],
                      [ "S", "within.name", "fits the pattern", "*o*" ], [ "S", "comment", "is empty", "" ],
                      [ "G", "name", "contains", "e" ], [ "G", "mandatory", "is", "yes" ] ]
                    .each_with_index.map { |(parent_id, subject, operator, value), index|
                      Kelvath::Metamodel::Condition.new(id: "C#{index}", parent_id:, subject:, operator:, value:)
                    }.push(Kelvath::Metamodel::Condition.new(id: "G", parent_id: "S", join: "any"))
  end

  # A model that has not been asked anything yet.
  def fresh = Kelvath::Model.of(Subjects.design.elements.values)

  def action = Kelvath::Sweeping::Changing::Action.new(key: "comment", way: "set", text: "Looked at")
end

Figures.row("a sweep over the columns of 1,000 tables", unit: "s", goal: "<= 0.3 s") do
  Figures.seconds(prepare: -> { SweepingRows.fresh }) do |model|
    Kelvath::Sweeping.find(model, SweepingRows.sweep, SweepingRows.conditions)
  end.then { |ours| [ ours, nil, ours <= 0.3 ] }
end

Figures.row("2,000 changes of a sweep are shown and made", unit: "s", goal: "<= 2 s") do
  model = Subjects.design
  columns = model.all(:column).first(2000)
  Figures.seconds do
    changing = Kelvath::Sweeping::Changing.new(model, columns, SweepingRows.action, kind: :column)
    changing.rows
    changing.change_set(ids: Subjects.ids).apply(model)
  end.then { |ours| [ ours, nil, ours <= 2 ] }
end

Figures.row("impact of a domain in a model of 1,000 tables", unit: "s", goal: "<= 0.3 s") do
  domain = Kelvath::Metamodel::Domain.new(id: "MEASURED", name: "Measured")
  chosen = Subjects.design.all(:attribute).each_slice(10).map { |ten| ten[3] || ten[0] } # of all sorts
  followers = chosen.map { |each| each.with(domain_id: domain.id) }
  elements = [ domain, *followers, *(Subjects.design.elements.values - chosen) ]
  Figures.seconds(prepare: -> { Kelvath::Model.of(elements) }) do |model|
    raise "too little" if Kelvath::Impact.of(model, domain.id).size < followers.size * 2
  end.then { |ours| [ ours, nil, ours <= 0.3 ] }
end

# A question over three views of 1,000 tables, in the process that it is asked in.
module QuestionRows
  SQL = "SELECT t.name, count(*) FROM tables t JOIN columns c ON c.within_id = t.id " \
        "LEFT JOIN foreign_keys f ON f.within_id = t.id GROUP BY t.id ORDER BY 2 DESC"

  module_function

  # Seconds that the block takes; it is given the process and the views, filled if they are to be.
  def seconds(filled:)
    model = SweepingRows.fresh
    Array.new(3) do
      SqliteProcess.open(":memory:", readonly: false) do |process|
        views = Kelvath::Questions.named(Kelvath::Questions.views(model), SQL)
        fill(process, views) if filled
        Figures.seconds(runs: 1) { yield process, views }
      end
    end.sort[1]
  end

  def fill(process, views) = views.each { |view| process.fill(view.name, view.columns.map(&:first), view.rows) }
end

Figures.row("three views of 1,000 tables are filled", unit: "s", goal: "<= 2 s") do
  QuestionRows.seconds(filled: false) { |process, views| QuestionRows.fill(process, views) }
              .then { |ours| [ ours, nil, ours <= 2 ] }
end

Figures.row("an SQL question over them", unit: "s", goal: "<= 0.5 s") do
  QuestionRows.seconds(filled: true) { |process, _| process.read(QuestionRows::SQL, most: Asking::MOST) }
              .then { |ours| [ ours, nil, ours <= 0.5 ] }
end
