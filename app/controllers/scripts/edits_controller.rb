# frozen_string_literal: true

# A statement of the script, changed where it is shown.
class EditsController < ApplicationController
  include DesignScoped

  # line: where the statement begins; recipe: by which the script is shown.
  def new
    @page = ScriptPage.new(@stored, @model, @design, params[:recipe])
    @statement = shown or raise(Kelvath::NotFound, GONE)
    render partial: "edits/form", locals: { text: @statement.sql, wrong: nil }
  end

  # sql: what was shown there; text: what it is to be.
  def create
    @page = ScriptPage.new(@stored, @model, @design, params[:recipe])
    @statement = shown
    raise Kelvath::Error, GONE unless @statement&.sql&.delete("\r") == params[:sql].to_s.delete("\r")

    outcome = Kelvath::Scripting::Edits.new(@model, @design.id, ids: Ids).of(@statement, params[:text].to_s)
    keep(outcome)
    flash[:notice] = outcome.words
    head :no_content, "HX-Redirect" => model_design_script_path(@stored, @design.id, recipe: @page.recipe.id)
  rescue Kelvath::InvalidValue => error
    render partial: "edits/form", locals: { text: params[:text], wrong: error.message }, status: :unprocessable_entity
  end

  private

  def keep(outcome)
    return unless outcome.change

    @stored.journal.commit(outcome.change, by: person, label: outcome.words.delete_suffix("."), follow: false)
  end

  GONE = "The script has changed meanwhile; look at it again."

  def shown = @page.script.statements.find { |each| each.line == params[:line].to_i }
end
