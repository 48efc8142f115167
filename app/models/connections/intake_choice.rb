# frozen_string_literal: true

# What somebody chose of a database to take in, kept under a name to be run again.
class IntakeChoice < ApplicationRecord
  belongs_to :connection

  normalizes :name, with: ->(text) { text.to_s.strip }
  validates :name, presence: { message: "Give the choice a name." },
                   length: { maximum: 80, message: "is longer than 80 characters." }

  scope :of, ->(connection, person) { where(connection:, person:).order(Arel.sql("lower(name), id")) }

  # Keeps a choice under a name; an older one of that name is replaced. Raises ActiveRecord::RecordInvalid.
  def self.keep(name, connection:, person:, settings:)
    found = where(person:).find { |each| each.name.casecmp?(name.to_s.strip) } || new(person:, name:)
    found.update!(connection:, settings:)
    found
  end
end
