# frozen_string_literal: true

# An intake over a connection: what is to be read is chosen before anything is read in full, and what was read becomes a
# model when somebody says so.
class TakingsController < ApplicationController
  before_action :set_connection, only: %i[new create]

  # choice: the id of a kept choice that the page begins with; model, design: into which it is to go; anew: ask the
  # server again what it has.
  def new
    return wait_for_listing unless listing_run&.done?

    @listing = ListingCache.of(listing_run)
    @choice = IntakeChoice.of(@connection, person).find(params[:choice]) if params[:choice].present?
    @stored = StoredModel.ready.find(params[:model]) if params[:model].present?
    @design = @stored.model.fetch(params[:design].to_s, :design) if @stored && params[:design].present?
    @settings = IntakeSettings.new(@choice ? @choice.settings : source&.settings.to_h)
    @standards = StandardChoices.new
  end

  # keep: the name of a choice that is only kept; else a run begins.
  def create
    settings = IntakeSettings.new(params.to_unsafe_h)
    if params[:commit] == "keep"
      choice = IntakeChoice.keep(params[:keep], connection: @connection, person:, settings: settings.to_h)
      return redirect_to new_connection_taking_path(@connection, choice:), status: :see_other
    end

    @connection.target(person)
    run = params[:model].present? ? joining(settings) : taking(settings)
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end

  # What a run has read becomes a model.
  def update
    run = Run.find_by!(id: params[:id], kind: "taking", state: "done")
    run.with_lock do
      make(run) unless run.model_id
    end
    redirect_to model_path(run.model_id), status: :see_other
  end

  private

  # The run that says what is there; failed ones are asked for again.
  def listing_run
    return @listing_run if defined?(@listing_run)

    @listing_run = Run.find_by(id: params[:listing], kind: "listing", person:) if params[:listing].present?
    @listing_run ||= ListingCache.run(@connection, person) unless params[:anew].present?
    @listing_run = nil if @listing_run&.failed? && params[:listing].blank?
    @listing_run
  end

  # Shows how far it is, begun if it has not.
  def wait_for_listing
    unless listing_run
      @connection.target(person)
      run = Run.create!(kind: "listing", title: @connection.name, person:, options: { connection: @connection.id })
      RunJob.perform_later(run)
      given = params.permit(:choice, :model, :design).to_h
      return redirect_to new_connection_taking_path(@connection, listing: run.id, **given.symbolize_keys),
        status: :see_other
    end

    @run = listing_run
    render :waiting, status: @run.failed? ? :unprocessable_entity : :ok
  end

  def set_connection = @connection = Connection.seen_by(person).find(params[:connection_id])

  # Where the design came from, if it did from here.
  def source
    @design && Source.find_by(model_id: @stored.id, design_id: @design.id, connection_id: @connection.id)
  end

  def taking(settings)
    field = Kelvath::Metamodel::Header.fetch_field(:name)
    title = Kelvath::Metamodel::ValueCheck.mended(field, settings["title"] || @connection.name).first(80).strip
    Run.create!(kind: "taking", title: title.presence || "Database", person:,
                options: { connection: @connection.id, settings: settings.to_h })
  end

  def joining(settings)
    stored = StoredModel.ready.find(params[:model])
    design = stored.model.fetch(params[:design].to_s, :design) if params[:design].present? && params[:design] != "new"
    if design && design.platform != @connection.platform
      raise Kelvath::Error, "“#{@connection.name}” leads to #{@connection.platform_title}, which #{design.name} is " \
                            "not for. Take it in as a new design beside the others."
    end

    stored.runs.create!(kind: "joining", title: @connection.name, person:, design_id: design&.id,
                        options: { connection: @connection.id, settings: settings.to_h,
                                   beside: (true if params[:design] == "new"),
                                   **settings.standard.to_h.compact }.compact)
  end

  def make(run)
    read = ReadState.model(run)
    settings = run.options.fetch("settings")
    label = "Took in #{run.title}: #{helpers.counted(run.result['counts']['tables'].to_i, 'table')}"
    StoredModel.start(run.title, by: person, label:, model: read,
                                 change_set: Kelvath::ChangeSet.new(additions: read.elements.values)) do |stored|
      run.update!(stored_model: stored, design_id: run.result["design_id"])
      connection = Connection.find_by(id: run.options["connection"])
      Source.note(stored, run.design_id, connection:, person:, settings:) if connection
    end
  end
end
