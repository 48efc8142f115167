# frozen_string_literal: true

# A folder of models with what they begin with: a lexicon, a rulebook, a starter.
class Project < ApplicationRecord
  has_many :stored_models, dependent: :nullify

  normalizes :name, with: ->(name) { name.squish }
  validates :name, presence: { message: "is needed" }, length: { maximum: 120 },
                   uniqueness: { case_sensitive: false, message: "is taken by another project" }

  scope :in_order, -> { order(Arel.sql("lower(name)")) }

  # The fields of a model's header by which it follows the project's standards, at their latest versions.
  def header_fields = NamingStandard::Choice.latest(lexicon:, rulebook:).fields
end
