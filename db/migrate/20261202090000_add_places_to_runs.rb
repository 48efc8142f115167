# frozen_string_literal: true

# Which preparation a run is of, once; on which database it was; and the secret of one that connects, until it has.
class AddPlacesToRuns < ActiveRecord::Migration[7.2]
  def change
    add_column :runs, :prepared_id, :integer
    add_column :runs, :place_key, :string
    add_column :runs, :secret, :text
    add_index :runs, :prepared_id, unique: true
    add_index :runs, :place_key
  end
end
