# frozen_string_literal: true

require "test_helper"

class ElementStoreTest < ActiveSupport::TestCase
  STORAGE = { string: :string, text: :text, boolean: :boolean, integer: :integer, float: :float, json: :json }.freeze

  test "every kind has a table with exactly its fields" do
    Kelvath::Metamodel::KINDS.each do |kind, type|
      columns = ElementStore::RECORDS.fetch(kind).columns.to_h { |column| [ column.name, column.type ] }
      expected = type.fields.transform_keys(&:to_s).transform_values { |field| STORAGE.fetch(field.storage) }
      assert_equal expected, columns.except("model_id", "id", "parent_id"), kind
    end
  end

  test "what is written is what is read, large or small" do
    stored = ferries
    model = stored.model
    names = model.all(:attribute).to_h { |attribute| [ attribute.id, "#{attribute.name} x" ] }
    draft = Kelvath::Draft.new(model, ids: Ids)
    names.each { |id, name| draft.set(id, name:) }
    assert_operator draft.change_set.updates.size, :>, ElementStore::FEW
    stored.journal.commit(draft.change_set, by: "Ada")
    after = stored.model
    ModelCache.clear
    assert_equal after, stored.reload.model
  end
end
