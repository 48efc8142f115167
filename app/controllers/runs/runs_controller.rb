# frozen_string_literal: true

# How far a run is, asked again and again while it works.
class RunsController < ApplicationController
  def show
    @run = Run.find(params[:id])
    render partial: "runs/run", locals: { run: @run } if request.headers["HX-Request"]
  end
end
