# frozen_string_literal: true

class RedosController < ApplicationController
  include ModelScoped
  include GoingBackAndForth

  def create = show(@stored.journal.redo(by: person))
end
