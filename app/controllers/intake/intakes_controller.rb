# frozen_string_literal: true

# Begins a model from an existing SQLite file: one that is sent, or one of the demo's.
class IntakesController < ApplicationController
  def create
    source = params[:sample].present? ? DemoFiles.fetch(params[:sample]) : uploaded
    Connectors.of_file(source.path)
    choice = NamingStandard::Choice.latest(lexicon: params[:lexicon], rulebook: params[:rulebook])
    run = Run.create!(kind: "intake", title: source.title, person:, options: choice.to_h.compact)
    FileUtils.cp(source.path, run.upload_path)
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end

  private

  Source = Struct.new(:title, :path, keyword_init: true)

  def uploaded
    file = params[:file]
    raise Kelvath::UnreadableFile, "Choose an SQLite file first." unless file.respond_to?(:tempfile)

    name = Kelvath::Metamodel::ValueCheck.mended(Kelvath::Metamodel::Header.fetch_field(:name), File.basename(
      Kelvath::Metamodel::ValueCheck.plain(file.original_filename.to_s), ".*"
    )).first(80).strip
    Source.new(title: name.presence || "Database", path: file.tempfile.path)
  end
end
