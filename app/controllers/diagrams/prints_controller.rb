# frozen_string_literal: true

# A diagram for the printer: on one page, or on tiles with a map of them.
class PrintsController < ApplicationController
  include DiagramScoped

  def show
    @scene = SceneCache.fetch(@stored, @model, @diagram.id, other_names: other_names?)
    @sheets = Kelvath::Diagram::PaperSheets.new(@scene.extent, @diagram.paper, direction: @diagram.direction)
    @tiled = params[:pages] == "tiles"
    @tiles = @tiled ? @sheets.tiles : []
    Kelvath::Diagram::PaperSheets.check(@tiles)
    render layout: "print"
  end
end
