# frozen_string_literal: true

class CreateModels < ActiveRecord::Migration[7.2]
  def change
    create_table :models, id: :string do |t|
      t.string :name, null: false
      t.integer :revision, null: false, default: 0
      t.timestamps
    end

    create_table :journal_entries do |t|
      t.references :model, type: :string, null: false, foreign_key: { on_delete: :cascade }, index: false
      t.integer :revision, null: false
      t.string :person, null: false
      t.string :kind, null: false, default: "change"
      t.text :label, null: false
      t.boolean :undone, null: false, default: false
      t.binary :changes_packed, null: false
      t.datetime :created_at, null: false
      t.index %i[model_id revision], unique: true
    end

    create_table :runs do |t|
      t.string :kind, null: false
      t.string :state, null: false, default: "waiting"
      t.references :model, type: :string, foreign_key: { on_delete: :cascade }
      t.string :design_id
      t.string :title, null: false
      t.string :person, null: false
      t.integer :done, null: false, default: 0
      t.integer :total, null: false, default: 0
      t.string :step
      t.text :message
      t.json :result
      t.timestamps
    end
  end
end
