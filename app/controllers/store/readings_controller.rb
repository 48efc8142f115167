# frozen_string_literal: true

# Begins a model from a schema script, or a zip of some: sent as a file, or pasted.
class ReadingsController < ApplicationController
  def new
    @choices = StandardChoices.new
  end

  # file or text; name: of the model, if it is not to be the file's; platform: its key, "" to find it out; lexicon,
  # rulebook: what its names are read by.
  def create
    Kelvath::Platforms.fetch(params[:platform]) if params[:platform].present?
    choice = NamingStandard::Choice.latest(lexicon: params[:lexicon], rulebook: params[:rulebook])
    bytes, title = sent
    run = Run.create!(kind: "reading", title:, person:,
                      options: { **choice.to_h.compact, platform: params[:platform].presence }.compact)
    File.binwrite(run.upload_path, bytes)
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end

  private

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
