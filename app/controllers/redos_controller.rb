# frozen_string_literal: true

class RedosController < ApplicationController
  include ModelScoped

  def create
    repaint(@stored.journal.redo(by: person))
    response.headers["HX-Trigger"] = "committed, undone"
  end
end
