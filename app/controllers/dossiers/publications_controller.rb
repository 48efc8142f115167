# frozen_string_literal: true

# Files made of dossiers: asked for, and given to readers.
class PublicationsController < ApplicationController
  include DossierScoped
  skip_before_action :set_model, :set_dossier, only: :show
  content_security_policy false, only: :show

  # to: one of Publication::FORMATS.
  def create
    format = params.require(:to)
    Publication.check(format)
    run = @stored.runs.create!(kind: "publishing", title: "#{@dossier.name} of #{@stored.name}", person:,
                               options: { dossier: @dossier.id, format: })
    RunJob.perform_later(run)
    redirect_to run_path(run), status: :see_other
  end

  # The file; HTML opens in the browser, as a page of its own that can do nothing here.
  def show
    run = Run.find_by!(id: params[:id], kind: "publishing", state: "done")
    raise Kelvath::NotFound, "That file is not kept any more." unless run.output_path.exist?

    _, ending, type = Publication::FORMATS.fetch(run.result["format"])
    inline = ending == "html" && params[:download].blank?
    response.headers["Content-Security-Policy"] = "sandbox allow-scripts allow-popups allow-modals; " \
                                                  "frame-ancestors 'none'"
    send_data run.output_path.binread, filename: "#{run.title.parameterize}.#{ending}",
                               disposition: inline ? "inline" : "attachment",
                               type: type == "text/html" ? "text/html; charset=utf-8" : type
  end
end
