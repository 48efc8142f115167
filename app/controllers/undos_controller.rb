# frozen_string_literal: true

class UndosController < ApplicationController
  include ModelScoped

  # Pages that paint their rows anew after it listen for “undone”.
  def create
    repaint(@stored.journal.undo(by: person))
    response.headers["HX-Trigger"] = "committed, undone"
  end
end
