# frozen_string_literal: true

# Questions for the administrator of a server that cannot be reached from here, and what was answered.
class QuestionnairesController < ApplicationController
  # The file of questions for a platform.
  def show
    platform = Kelvath::Platforms.fetch(params[:id])
    questionnaire = Kelvath::Intake::Questionnaire.new(platform)
    send_data questionnaire.text, filename: questionnaire.name,
                                  type: questionnaire.name.end_with?(".sh") ? "text/x-shellscript" : "application/sql"
  end

  # platform: its key; file: the answers in a zip; title: of the model.
  def create
    platform = Kelvath::Platforms.fetch(params.require(:platform))
    Kelvath::Intake::Questionnaire.new(platform)
    file = params[:file]
    raise Kelvath::UnreadableFile, "Choose the zip with the answers first." unless file.respond_to?(:tempfile)

    field = Kelvath::Metamodel::Header.fetch_field(:name)
    title = Kelvath::Metamodel::ValueCheck.mended(field, params[:title].to_s).first(80).strip
    run = Run.create!(kind: "taking", title: title.presence || "#{platform.title} database", person:,
                      options: { questionnaire: platform.key, settings: {} })
    FileUtils.cp(file.tempfile.path, run.upload_path)
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end
end
