# frozen_string_literal: true

# The stage as sentences, and paragraphs that make a model.
class ProseController < ApplicationController
  include ModelScoped

  def show
    @chapters = Kelvath::Prose::Writer.new(@model).chapters
    @stage = params[:stage].presence_in(%w[concept logical]) || "concept"
    @desk = Desk.new(@stored, @model, view: "prose", stage: @stage)
    respond_to do |format|
      format.html { render partial: "prose/chapters", locals: { chapters: @chapters } if request.headers["HX-Request"] }
      format.text do
        send_data Kelvath::Prose.text(@model), filename: "#{@model.header.name.parameterize}.txt", type: "text/plain"
      end
    end
  end

  def create
    outcome = Kelvath::Prose::Reader.new(@model, ids: Ids).read(params.require(:text))
    count = Kelvath::Prose::Grammar.sentences(params[:text]).size
    made = @stored.journal.commit(outcome.change_set, by: person, label: "Read #{helpers.counted(count, 'sentence')}")
    return complain("The model says all of this already.", status: :unprocessable_entity) unless made

    repaint made
  end
end
