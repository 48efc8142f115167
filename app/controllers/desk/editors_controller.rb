# frozen_string_literal: true

# The card of an entity, or the text of a note, open for writing in place.
class EditorsController < ApplicationController
  include ModelScoped

  def show
    note = @model.of_kind(params[:element_id], :diagram_note)
    return render "editors/note", layout: false, locals: { note: } if note

    @element = @model.fetch(params[:element_id], :entity)
    @stage = @model.of_kind(params[:diagram_id], :diagram)&.stage || "logical"
    render layout: false
  end
end
