# frozen_string_literal: true

# Starters that people saved, beside those that ship.
class KeptStarter < ApplicationRecord
  self.table_name = "starters"

  # All, the shipped ones first, as Kelvath::Starters::Starter values with a key.
  def self.everything = Kelvath::Starters.shipped + order(:name).map(&:starter)

  # Raises Kelvath::NotFound.
  def self.fetch(key)
    everything.find { |starter| starter.key == key } || raise(Kelvath::NotFound, "There is no such starter.")
  end

  # Saves under its name; one of the same name is replaced.
  def self.keep(starter)
    if Kelvath::Starters.shipped.any? { |each| each.name.casecmp?(starter.name) }
      raise Kelvath::Error, "A starter of Kelvath's own is called “#{starter.name}”; choose another name."
    end

    find_or_initialize_by(name: starter.name).update!(definition: starter.definition,
                                                      content: Kelvath::Starters.write(starter))
  end

  def starter = Kelvath::Starters.read(content, name:, definition:, key: "kept-#{id}")
end
