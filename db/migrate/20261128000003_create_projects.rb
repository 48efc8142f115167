# frozen_string_literal: true

# Models lie in projects, can be archived, and come back for a while after they were deleted.
class CreateProjects < ActiveRecord::Migration[7.2]
  def change
    create_table :projects do |t|
      t.string :name, null: false
      t.string :lexicon
      t.string :rulebook
      t.string :starter
      t.timestamps
      t.index "lower(name)", unique: true, name: "index_projects_on_name"
    end
    # No foreign key: for one, SQLite would write the table anew, and dropping the old one takes along all that hangs
    # on it. Removing a project empties the field.
    add_column :models, :project_id, :integer
    add_column :models, :archived_at, :datetime
    add_column :models, :deleted_at, :datetime
    add_index :models, :project_id
  end
end
