# frozen_string_literal: true

require_relative "../../demo/big_company"

# What is measured: the generated company of 1,000 entities, 300 of them on its diagrams.
module Subjects
  COUNT = 1000
  SHOWN = 300

  module_function

  def ids = @ids ||= Kelvath::Ulid.new(clock: -> { 0 }, random: Random.new(3))

  def company
    @company ||= Demo::BigCompany.change_set(ids:, count: COUNT, diagram: SHOWN).apply(Kelvath::Model::EMPTY)
  end

  def derived = @derived ||= Kelvath::Derivation.derive(company, platform: "postgresql", ids:)
  def design = @design ||= derived.change_set.apply(company)
  def diagram = company.all(:diagram).find { |diagram| diagram.stage == "logical" }

  # The company of 5,000 entities, the one whose diagram shows 1,000, and the one with some 5,000 attributes.
  def largest = @largest ||= Demo::BigCompany.change_set(ids:, count: 5000, diagram: 1).apply(Kelvath::Model::EMPTY)
  def large = @large ||= Demo::BigCompany.change_set(ids:, count: COUNT, diagram: COUNT).apply(Kelvath::Model::EMPTY)
  def listed = @listed ||= Demo::BigCompany.change_set(ids:, count: 375, diagram: 1).apply(Kelvath::Model::EMPTY)
  def listed_stored = @listed_stored ||= store(listed)
  def ledger_path = "/models/#{listed_stored.id}/ledgers/logical"

  def large_stored = @large_stored ||= store(large)

  def large_path
    "/models/#{large_stored.id}/diagrams/#{large.all(:diagram).find { |diagram| diagram.stage == 'logical' }.id}"
  end

  # Every entity's attributes.
  def migrate(model)
    Kelvath::Logical::KeyMigration.new(model).then do |keys|
      model.all(:entity).sum { |entity| keys.held(entity.id).size }
    end
  end

  def store(model)
    StoredModel.start("Bench", by: "Bench", label: "Loaded",
                      change_set: Kelvath::ChangeSet.new(additions: model.elements.values))
  end

  # Stored with its design; the same in every row that needs a database.
  def stored
    @stored ||= StoredModel.start("Bench", by: "Bench", label: "Loaded",
                                  change_set: Kelvath::ChangeSet.new(additions: design.elements.values))
  end
end
