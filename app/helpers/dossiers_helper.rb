# frozen_string_literal: true

module DossiersHelper
  # What mends a concern at once, if anything does.
  def mending_button(concern)
    return unless concern.sort == "small"

    path = model_dossier_dossier_diagram_path(@stored, @dossier.id, concern.element_id)
    button_to("Divide it by subject area", path, method: :patch, class: "quiet-button underline")
  end

  # Where a concern of the look-over can be mended.
  def mending_link(concern)
    words, path = mending(concern)
    link_to(words, path, class: "underline") if path
  end

  private

  def mending(concern)
    element = @model[concern.element_id]
    case element&.kind
    when :diagram then [ "Open the diagram", model_diagram_path(@stored, element.id) ]
    when :entity then [ "Write it", model_ledger_path(@stored, "concept", filter: element.name) ]
    when :domain then [ "Mend it", model_ledger_path(@stored, "kind:domain", filter: element.name) ]
    else [ "Show it", model_dossier_path(@stored, @dossier.id, chapter: concern.element_id) ]
    end
  end
end
