# frozen_string_literal: true

# An element as it is kept: where it belongs, and its values (those that differ from their defaults) as JSON.
class ElementRow < ApplicationRecord
  self.table_name = "elements"

  MAIN = "main" # the part of a model that is no design

  scope :of_kind, ->(kind) { where(kind: kind.to_s) }
  # Literally, since only so the small index over headers is used.
  scope :headers, -> { where("kind = 'header'") }

  # The element itself, for what is looked at one by one.
  def element = self.class.element(kind, id.last, parent_id, content)

  # Which part of its model an element belongs to: a design with all within it and its diagrams, or the main part.
  def self.part(element, model) = Kelvath::Model::Parts.of(element, model) || MAIN

  def self.element(kind, id, parent_id, content)
    hash = { "kind" => kind, "id" => id, "within" => parent_id, **JSON.parse(content) }
    Kelvath::Metamodel.kept_element(Kelvath::Upgrading.element(hash))
  end
end
