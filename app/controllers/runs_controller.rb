# frozen_string_literal: true

# How far a run is, asked again and again while it works.
class RunsController < ApplicationController
  def show
    @run = Run.find(params[:id])
    return if @run.unfinished?

    if @run.kind == "intake" && @run.state == "done" && request.headers["HX-Request"].nil?
      render :show
    end
  end
end
