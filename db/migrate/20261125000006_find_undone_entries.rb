# frozen_string_literal: true

# What can be taken back or done again is asked with every page.
class FindUndoneEntries < ActiveRecord::Migration[7.2]
  def change
    add_index :journal_entries, %i[model_id person undone revision]
  end
end
