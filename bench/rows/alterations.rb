# frozen_string_literal: true

require_relative "../support/subjects"

# Two states of a design of 1,000 tables, 500 things apart.
module AlterationSubjects
  module_function

  # [Side, Side] for a platform.
  def sides(platform)
    derived = Kelvath::Derivation.derive(Subjects.company, platform:, ids: Subjects.ids)
    start = derived.change_set.apply(Subjects.company)
    draft = Kelvath::Draft.new(start, ids: Subjects.ids)
    random = Random.new(5)
    free = start.all(:column).select { |each| start.referrer_ids(each.id).empty? }
    free.sample(400, random:).each_with_index { |column, number| change(draft, platform, column, number) }
    start.all(:table).sample(50, random:).each_with_index { |each, number| draft.set(each.id, name: "table_#{number}") }
    start.all(:foreign_key).sample(50, random:).each { |each| draft.set(each.id, on_delete: "cascade") }
    [ start, draft.result ].map { |model| Kelvath::Altering::Side.new(model:, design_id: derived.design_id) }
  end

  def change(draft, platform, column, number)
    case number % 4
    when 0 then draft.set(column.id, name: "named_#{number}")
    when 1 then draft.set(column.id, native_type: Kelvath::Platforms.fetch(platform).read_type("varchar(200)"))
    when 2 then draft.remove(column.id)
    else draft.set(column.id, mandatory: !column.mandatory, default_value: "7")
    end
  end
end

%w[sqlite postgresql mariadb].each do |key|
  title = Kelvath::Platforms.fetch(key).title
  Figures.row("script between two of 1,000 tables, 500 differences, #{title}", unit: "s", goal: "<= 3 s") do
    sides = AlterationSubjects.sides(key)
    ours = Figures.seconds do
      alteration = Kelvath::Altering.between(*sides)
      [ alteration.script.text, alteration.losses ]
    end
    [ ours, nil, ours <= 3 ]
  end
end
