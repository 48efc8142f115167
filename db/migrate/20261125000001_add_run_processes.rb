# frozen_string_literal: true

# Runs are done by processes of their own, which give signs of life; a large model is written piece by piece and
# is there for people when all of it is.
class AddRunProcesses < ActiveRecord::Migration[7.2]
  def change
    add_column :runs, :pid, :integer
    add_column :runs, :alive_at, :datetime
    add_column :models, :ready, :boolean, null: false, default: true
  end
end
