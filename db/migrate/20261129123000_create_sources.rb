# frozen_string_literal: true

# What somebody chose of a database to take in, kept under a name; and which database a design came from.
class CreateSources < ActiveRecord::Migration[7.2]
  def change
    create_table :intake_choices do |t|
      t.string :name, null: false
      t.string :person, null: false
      t.references :connection, null: false, foreign_key: { on_delete: :cascade }
      t.json :settings, null: false, default: {}
      t.timestamps
      t.index "lower(name), person", name: "index_intake_choices_on_name", unique: true
    end
    create_table :sources do |t|
      t.string :model_id, null: false
      t.string :design_id, null: false
      t.references :connection, foreign_key: { on_delete: :nullify }
      t.string :person, null: false
      t.json :settings, null: false, default: {}
      t.datetime :read_at, null: false
      t.json :drift # { "new", "gone", "changed": how many }, nil if it was never looked for
      t.string :trouble # why that could not be told
      t.datetime :checked_at
      t.datetime :drifted_at # since when there has been some
      t.index %i[model_id design_id], unique: true
    end
    add_foreign_key :sources, :models, on_delete: :cascade
  end
end
