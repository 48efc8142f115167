# frozen_string_literal: true

# Tries a script that alters.
class TrialsController < ApplicationController
  include DesignScoped

  # from, recipe: as AlterationsController has them.
  def create
    unless ProofWork.possible?(@design.platform)
      raise Kelvath::Error, "Nothing runs here on which #{Kelvath::Platforms.fetch(@design.platform).title} could be " \
                            "tried. “bin/proof-servers” installs and starts what can be had."
    end

    run = @stored.runs.create!(kind: "trial", design_id: @design.id, title: "Trial of #{@design.name}", person:,
                               options: { from: params.require(:from), recipe: params[:recipe].to_s })
    RunJob.perform_later(run)
    redirect_to model_design_alteration_path(@stored, @design.id, from: params[:from],
                                             recipe: params[:recipe].presence), status: :see_other
  end
end
