# frozen_string_literal: true

# What undo and redo answer: where a diagram is shown, one that comes back is opened as when it was made.
module GoingBackAndForth
  private

  # Pages that paint their rows anew after it listen for “undone”.
  def show(commit)
    diagram = commit&.change_set&.additions&.find { |element| element.kind == :diagram }
    return leave_for(model_diagram_path(@stored, diagram.id)) if diagram && params[:diagram_id].present?

    repaint(commit)
    response.headers["HX-Trigger"] = "committed, undone"
  end
end
