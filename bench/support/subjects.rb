# frozen_string_literal: true

require_relative "../../demo/big_company"

# What is measured: the generated company of 1,000 entities, 300 of them on its diagrams.
module Subjects
  COUNT = 1000
  SHOWN = 300

  module_function

  def ids = @ids ||= Kelvath::Ulid.new(clock: -> { 0 }, random: Random.new(3))
  def company = @company ||= Demo::BigCompany.change_set(ids:, count: COUNT, diagram: SHOWN).apply(Kelvath::Model::EMPTY)
  def derived = @derived ||= Kelvath::Derivation.derive(company, platform: "postgresql", ids:)
  def design = @design ||= derived.change_set.apply(company)
  def diagram = company.all(:diagram).find { |diagram| diagram.stage == "logical" }

  # Stored with its design; the same in every row that needs a database.
  def stored
    @stored ||= StoredModel.start("Bench", by: "Bench", label: "Loaded", change_set: Kelvath::ChangeSet.new(additions: design.elements.values))
  end
end
