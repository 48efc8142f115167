# frozen_string_literal: true

class CreateCheckpoints < ActiveRecord::Migration[7.2]
  def change
    create_table :checkpoints do |t|
      t.string :model_id, null: false
      t.integer :revision, null: false
      t.binary :content, null: false
      t.index %i[model_id revision], unique: true
    end
    add_foreign_key :checkpoints, :models, on_delete: :cascade
  end
end
