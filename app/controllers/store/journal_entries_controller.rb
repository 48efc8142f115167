# frozen_string_literal: true

# All that one entry of the journal did, with the way to the history of each thing, also of what is gone.
class JournalEntriesController < ApplicationController
  include ModelScoped

  # id: its revision.
  def show
    @contents = EntryContents.new(@stored, @stored.journal_entries.find_by!(revision: params[:id]))
    render layout: false
  end
end
