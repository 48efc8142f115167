# frozen_string_literal: true

# Reads the state that a script is to begin at.
class StatesController < ApplicationController
  include DesignScoped

  # file: a model file, a script or a database file; else connection: the id of one, to a database.
  def create
    run = params[:file].present? ? from_file : from_connection
    RunJob.perform_later(run)
    redirect_to model_design_alteration_path(@stored, @design.id, from: "state:#{run.id}"), status: :see_other
  end

  private

  def from_file
    file = params[:file]
    raise Kelvath::UnreadableFile, "Choose a file first." unless file.respond_to?(:tempfile)

    name = Kelvath::Metamodel::ValueCheck.plain(File.basename(file.original_filename.to_s)).first(80)
    run = @stored.runs.create!(kind: "state", design_id: @design.id, title: name.presence || "File", person:,
options: {})
    FileUtils.cp(file.tempfile.path, run.upload_path)
    run
  end

  # Only somebody who is connected reads a database.
  def from_connection
    connection = connection_of_design
    @stored.runs.create!(kind: "state", design_id: @design.id, person:, options: { connection: connection.id },
                         title: connection.name)
  end
end
