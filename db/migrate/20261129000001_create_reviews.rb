# Scripts that were sent for review, as they were then, and what was said at their lines. No foreign key to models: a
# model that is put back from a copy would break it.
class CreateReviews < ActiveRecord::Migration[7.2]
  def change
    create_table :reviews, id: :string do |t|
      t.string :model_id, null: false, index: true
      t.string :design_id, null: false
      t.string :title, null: false
      t.string :recipe, null: false
      t.string :person, null: false
      t.text :message, null: false, default: ""
      t.integer :revision, null: false
      t.text :script, null: false
      t.json :statements, null: false # [[line, kind, name, element's id], …]
      t.json :account, null: false
      t.timestamps
    end

    create_table :review_comments do |t|
      t.string :review_id, null: false, index: true
      t.integer :line, null: false
      t.string :element_id
      t.string :person, null: false
      t.text :text, null: false
      t.datetime :settled_at
      t.timestamps
    end
  end
end
