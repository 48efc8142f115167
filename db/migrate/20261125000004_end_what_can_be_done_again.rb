# frozen_string_literal: true

# A new change ends what could be done again; what was taken back before it is abandoned for good.
class EndWhatCanBeDoneAgain < ActiveRecord::Migration[7.2]
  def change
    add_column :journal_entries, :abandoned, :boolean, default: false, null: false
    reversible { |way| way.up { execute ABANDON } }
  end

  ABANDON = <<~SQL
    UPDATE journal_entries SET abandoned = 1 WHERE undone AND EXISTS (
      SELECT 1 FROM journal_entries later WHERE later.model_id = journal_entries.model_id AND later.person = journal_entries.person
      AND later.kind = 'change' AND later.revision > journal_entries.revision AND NOT later.undone)
  SQL
end
