# frozen_string_literal: true

# Which preparation a run is of, once; and on which database it was.
class AddPlacesToRuns < ActiveRecord::Migration[7.2]
  def change
    add_column :runs, :prepared_id, :integer
    add_column :runs, :place_key, :string
    add_index :runs, :prepared_id, unique: true
    add_index :runs, :place_key
  end
end
