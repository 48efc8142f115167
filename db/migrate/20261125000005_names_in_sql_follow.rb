# frozen_string_literal: true

# Checks, indexes and views held names as text, which a rename did not reach. In models that are there already the
# names become references, as a change of its own in each journal.
class NamesInSqlFollow < ActiveRecord::Migration[7.2]
  HELD = "SELECT DISTINCT model_id FROM elements WHERE kind IN ('check', 'index', 'view')"

  def up
    connection.select_values(HELD).each do |model_id|
      stored = StoredModel.find_by(id: model_id, ready: true) or next
      change = change(stored.model)
      unless change.empty?
        stored.journal.commit(change, by: "Kelvath", label: "Made names in SQL follow renames", follow: false)
      end
    end
  end

  def down = nil

  private

  def change(model)
    held = %i[check index view].flat_map { |kind| model.all(kind) }
    Kelvath::ChangeSet.new(updates: held.flat_map { |element| updates(model, element) })
  end

  def updates(model, element)
    Kelvath::Ddl::Piece.fields(element).filter_map do |field, _|
      before = element[field]
      after = Kelvath::Ddl::Names.resolve(model, element, field, before)
      Kelvath::ChangeSet::Update.new(id: element.id, field:, before:, after:) unless before == after
    end
  end
end
