# frozen_string_literal: true

# The card of an entity or a table, the text of a note or the phrases of a line, open for writing in place.
class EditorsController < ApplicationController
  include ModelScoped

  def show
    note = @model.of_kind(params[:element_id], :diagram_note)
    return render "editors/note", layout: false, locals: { note: } if note

    link = @model.of_kind(params[:element_id], :relationship)
    return render "editors/line", layout: false, locals: { link: } if link

    table = @model.of_kind(params[:element_id], :table)
    return render "editors/table", layout: false, locals: { table: } if table

    @element = @model.fetch(params[:element_id], :entity)
    @stage = @model.of_kind(params[:diagram_id], :diagram)&.stage || "logical"
    render layout: false
  end
end
