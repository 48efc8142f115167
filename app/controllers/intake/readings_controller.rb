# frozen_string_literal: true

# Begins a model from a schema script, or a zip of some, sent as a file or pasted; or reads it to see what is new in it
# for a model that is there.
class ReadingsController < ApplicationController
  before_action { @stored = StoredModel.ready.find(params[:model_id]) if params[:model_id] }

  def new
    @choices = StandardChoices.new
  end

  # file or text; name: of the model, if it is not to be the file's; platform: its key, "" to find it out; lexicon,
  # rulebook: what its names are read by; left_out: keys of things that are not taken, a line each; design: the id of
  # the model's design that it goes into, "new" for one of its own, "" for the one of its platform.
  def create
    Kelvath::Platforms.fetch(params[:platform]) if params[:platform].present?
    bytes, title = sent
    run = Run.create!(kind: @stored ? "joining" : "reading", title:, person:, options:, stored_model: @stored,
                      design_id: design_id)
    File.binwrite(run.upload_path, bytes)
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end

  private

  def options
    choice = NamingStandard::Choice.latest(lexicon: params[:lexicon], rulebook: params[:rulebook])
    { **choice.to_h.compact, platform: params[:platform].presence, beside: (true if params[:design] == "new"),
      left_out: params[:left_out].to_s.lines.map(&:chomp).reject(&:empty?).presence }.compact
  end

  def design_id
    return if @stored.nil? || params[:design].blank? || params[:design] == "new"

    @stored.model.fetch(params[:design].to_s, :design).id
  end

  # [bytes, name of the model]
  def sent
    file = params[:file]
    return [ file.tempfile.tap(&:rewind).read, title(file.original_filename.to_s) ] if file.respond_to?(:tempfile)
    raise Kelvath::UnreadableFile, "Paste a script, or choose a file with one first." if params[:text].blank?

    [ params[:text], title("Script") ]
  end

  def title(given)
    name = params[:name].presence || File.basename(Kelvath::Metamodel::ValueCheck.plain(given), ".*")
    field = Kelvath::Metamodel::Header.fetch_field(:name)
    Kelvath::Metamodel::ValueCheck.mended(field, name).first(80).strip.presence || "Script"
  end
end
