# frozen_string_literal: true

# The database file that a proof run made.
class DatabasesController < ApplicationController
  def show
    run = Run.find(params[:run_id])
    return complain("This run left no database file.", status: :not_found) unless run.database_path.exist?

    send_file run.database_path, filename: "#{run.title.parameterize}.sqlite", type: "application/vnd.sqlite3"
  end
end
