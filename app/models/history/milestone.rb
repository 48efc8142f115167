# frozen_string_literal: true

# A named point of a model's journal.
class Milestone < ApplicationRecord
  NOTE = 2000 # characters of one

  belongs_to :stored_model, foreign_key: :model_id

  validates :name, presence: { message: "is needed: say what this point is" },
            uniqueness: { scope: :model_id, message: "is taken by another milestone of this model" }
end
