# frozen_string_literal: true

class UndosController < ApplicationController
  include ModelScoped

  def create = repaint(@stored.journal.undo(by: person))
end
