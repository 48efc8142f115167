# frozen_string_literal: true

# Proof runs of a design's script.
class ProofsController < ApplicationController
  include DesignScoped

  # recipe: by which the script is written.
  def index
    @desk = Desk.new(@stored, @model, view: "proof", stage: "script", design: @design)
    @page = ScriptPage.new(@stored, @model, @design, params[:recipe])
    @run = @stored.runs.where(kind: "proof", design_id: @design.id).order(:id).last
  end

  def create
    raise Kelvath::Error, cannot_prove unless ProofWork.possible?(@design.platform)

    recipe = Kelvath::Scripting::Recipes.fetch(@model, params[:recipe].presence || "recipe-create")
    run = @stored.runs.create!(kind: "proof", design_id: @design.id, title: "Proof of #{@design.name}", person:,
                               options: { recipe: recipe.id })
    RunJob.perform_later(run)
    redirect_to model_design_proofs_path(@stored, @design.id, recipe: recipe.id), status: :see_other
  end

  private

  # Why there is no proof, and what would bring one.
  def cannot_prove
    title = Kelvath::Platforms.fetch(@design.platform).title
    if ProofServers.known?(@design.platform)
      return "No proof server for #{title} is running on this machine. “bin/proof-servers” installs and starts one; " \
             "then come back here."
    end

    "Scripts for #{title} are unproven: no #{title} runs here, and there is no reader yet that would read one back."
  end
  helper_method :cannot_prove
end
