# frozen_string_literal: true

# What is said when a script that alters asks.
class AnswersController < ApplicationController
  include DesignScoped

  # about, question: as Altering::Questions asks; text: empty to take the answer back; joining: the run on whose page it
  # was asked.
  def create
    page.check_answer(params.require(:about), params.require(:question), params[:text].to_s)
    change = Kelvath::Altering::Answers.set(@model, @design.id, params.require(:about), params.require(:question),
                                            params[:text].to_s, ids: Ids)
    @stored.journal.commit(change, by: person, label: "Answered for #{params[:about]}", follow: false)
    return redirect_to model_joining_path(@stored, params[:joining]), status: :see_other if params[:joining].present?

    redirect_to model_design_alteration_path(@stored, @design.id, from: params[:from].presence,
                                             recipe: params[:recipe].presence, back: params[:back].presence),
                status: :see_other
  rescue Kelvath::InvalidValue => error
    @wrong_answer = [ params[:about], params[:question], params[:text], error.message ]
    @desk = Desk.new(@stored, @model, view: "alter", stage: "script", design: @design)
    render "alterations/show", status: :unprocessable_entity
  end

  private

  def page
    @page ||= AlterationPage.new(@stored, @model, @design, from: params[:from], recipe: params[:recipe],
                                                           back: params[:back].present?)
  end
end
