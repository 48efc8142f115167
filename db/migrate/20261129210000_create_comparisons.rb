# frozen_string_literal: true

# Two sides laid beside each other, with what somebody said of them; and what a milestone was named for.
class CreateComparisons < ActiveRecord::Migration[7.2]
  def change
    create_table :comparisons do |t|
      t.string :model_id, null: false
      t.string :person, null: false
      t.string :left, null: false
      t.string :right, null: false
      t.string :base # what both come from, if anything was said
      t.json :said, null: false, default: {} # { id on the right => id on the left, nil for nothing }
      t.json :chosen, null: false, default: {} # { key of a difference => "left", "right" or "both" }
      t.timestamps
      t.index %i[model_id updated_at]
    end
    add_foreign_key :comparisons, :models, on_delete: :cascade
    add_column :milestones, :note, :text, null: false, default: ""
  end
end
