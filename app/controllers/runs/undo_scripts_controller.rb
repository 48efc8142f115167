# frozen_string_literal: true

# The script that goes back from a run on somebody's database, as it was put on the disk before the run began.
class UndoScriptsController < ApplicationController
  def show
    run = Run.find_by!(id: params[:run_id], kind: "running")
    text = run.undo_text or
      return complain("It is not kept any more; the database is clean.", status: :not_found)

    send_data text, filename: "undo-#{run.id}.sql", type: "application/sql"
  end
end
