# frozen_string_literal: true

# Proof runs of a design's script, and where there can be none, its read-backs.
class ProofsController < ApplicationController
  include DesignScoped

  # recipe: by which the script is written.
  def index
    @desk = Desk.new(@stored, @model, view: "proof", stage: "script", design: @design)
    @page = ScriptPage.new(@stored, @model, @design, params[:recipe])
    @run = @stored.runs.where(kind: "proof", design_id: @design.id).order(:id).last
  end

  def create
    recipe = Kelvath::Scripting::Recipes.fetch(@model, params[:recipe].presence || "recipe-create")
    what = ProofWork.possible?(@design.platform) ? "Proof" : "Read-back"
    run = @stored.runs.create!(kind: "proof", design_id: @design.id, title: "#{what} of #{@design.name}", person:,
                               options: { recipe: recipe.id })
    RunJob.perform_later(run)
    redirect_to model_design_proofs_path(@stored, @design.id, recipe: recipe.id), status: :see_other
  end

  private

  # Why there is no proof, and what would bring one.
  def no_proof
    title = Kelvath::Platforms.fetch(@design.platform).title
    return "No #{title} runs here." unless ProofServers.known?(@design.platform)

    "No proof server for #{title} is running on this machine; “bin/proof-servers” installs and starts one."
  end
  helper_method :no_proof
end
