# frozen_string_literal: true

# What somebody said at a line of a script under review.
class ReviewComment < ApplicationRecord
  belongs_to :review

  validates :text, presence: { message: "is needed: say what is to be said" }, length: { maximum: 5000 }

  scope :open, -> { where(settled_at: nil) }
end
