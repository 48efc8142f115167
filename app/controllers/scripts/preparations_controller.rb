# frozen_string_literal: true

# Looks at a database before a design's script is run on it.
class PreparationsController < ApplicationController
  include DesignScoped

  # connection: the id of one; recipe, and from and back for a script that alters: as RunScript takes them.
  def create
    connection = connection_of_design
    run = @stored.runs.create!(kind: "preparing", title: "#{@design.name} on #{connection.name}", person:,
                               design_id: @design.id,
                               options: { connection: connection.id, recipe: params[:recipe].presence,
                                          from: params[:from].presence, back: params[:back].presence }.compact)
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end
end
