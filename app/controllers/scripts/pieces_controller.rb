# frozen_string_literal: true

# What is written by hand into a design's script.
class PiecesController < ApplicationController
  include DesignScoped

  # about: the name of what it stands before or after, "" for the whole script; place: before or after; text: empty to
  # take it away.
  def create
    change = Kelvath::Scripting::Pieces.set(@model, @design.id, subject_id, params.require(:place), params[:text].to_s,
                                            ids: Ids)
    @stored.journal.commit(change, by: person, label: "Wrote into the script of #{@design.name}", follow: false)
    redirect_to model_design_script_path(@stored, @design.id, recipe: params[:recipe].presence), status: :see_other
  rescue Kelvath::InvalidValue => error
    @wrong = [ "piece", error.message ]
    @page = ScriptPage.new(@stored, @model, @design, params[:recipe])
    @desk = Desk.new(@stored, @model, view: "script", stage: "script", design: @design)
    render "scripts/show", status: :unprocessable_entity
  end

  private

  def subject_id
    return params[:subject].to_s if params[:subject].present?
    name = params[:about].to_s.strip
    return "" if name.empty?

    ScriptPage.new(@stored, @model, @design, params[:recipe]).subjects.find { |label, _| label.casecmp?(name) }&.last ||
      raise(Kelvath::InvalidValue.new("There is nothing in the script that is called “#{name}”; leave it empty for " \
                                      "the whole script.", field: :subject, value: name))
  end
end
