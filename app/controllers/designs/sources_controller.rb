# frozen_string_literal: true

# Where a design came from: read again from there, or looked at whether the two have drifted apart.
class SourcesController < ApplicationController
  include DesignScoped

  before_action { @source = Source.find_by!(model_id: @stored.id, design_id: @design.id) }

  # Reads it again, as it was chosen then, to be laid beside the design.
  def create
    settings = IntakeSettings.new(@source.settings)
    start "joining", connection.name, settings: settings.to_h, **settings.standard.to_h.compact
  end

  # Only looks.
  def update = start("drift", "#{@design.name} and #{connection.name}")

  private

  def connection
    @source.connection or raise Kelvath::Error, "The connection that #{@design.name} was read by is gone; read it by " \
                                                "another one."
  end

  def start(kind, title, **options)
    connection.target(person)
    run = @stored.runs.create!(kind:, title:, person:, design_id: @design.id,
                               options: { connection: connection.id, **options })
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end
end
