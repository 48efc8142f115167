# frozen_string_literal: true

class UndosController < ApplicationController
  include ModelScoped
  include GoingBackAndForth

  def create = show(@stored.journal.undo(by: person))
end
