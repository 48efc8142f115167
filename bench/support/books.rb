# frozen_string_literal: true

require_relative "subjects"

# The dossiers that are measured: a technical one, with tables, diagrams and every column.
module Books
  SORTS = %w[diagrams tables dictionary glossary].freeze

  module_function

  # The derived design of a company of that many entities, with diagrams of that many cards each, and its dossier.
  def of(count, diagrams:, cards: 20, names: "both", sorts: SORTS)
    company = Demo::BigCompany.change_set(ids: Subjects.ids, count:).apply(Kelvath::Model::EMPTY)
    model = Kelvath::Derivation.derive(company, platform: "postgresql", ids: Subjects.ids).change_set.apply(company)
    draft = Kelvath::Draft.new(model, ids: Subjects.ids)
    parts = model.all(:table).each_slice(cards).first(diagrams)
    parts.each_with_index { |tables, number| drawn(draft, tables, "Part #{number + 1}") }
    shown = draft.model.all(:diagram).select { |each| each.name.start_with?("Part ") }.map(&:id)
    dossier = draft.add(:dossier, name: "Measured", names:, diagram_ids: shown)
    sorts.each_with_index do |sort, index|
      draft.add(:chapter, parent_id: dossier.id, name: sort, sort:, position: index + 1.0)
    end
    [ draft.model, draft.model.fetch(dossier.id) ]
  end

  def drawn(draft, tables, name)
    Kelvath::Editing::Diagrams.make(draft, name:, stage: "physical", elements: tables, design_id: tables[0].parent_id)
  end

  def thousand = @thousand ||= of(1000, diagrams: 50)
  def hundred = @hundred ||= of(100, diagrams: 6)
  def columns = @columns ||= of(1000, diagrams: 0, sorts: %w[dictionary])

  # The path of the HTML of a thousand tables.
  def file
    @file ||= Rails.root.join("tmp/measured-book.html").tap do |path|
      path.binwrite(Publication.bytes("html", *thousand))
    end
  end
end
