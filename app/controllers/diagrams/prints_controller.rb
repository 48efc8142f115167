# frozen_string_literal: true

# A diagram for the printer: on one page, or on tiles with a map of them.
class PrintsController < ApplicationController
  include DiagramScoped

  MOST_TILES = 60

  def show
    @scene = SceneCache.fetch(@stored, @model, @diagram.id)
    @sheets = Kelvath::Diagram::Sheets.new(@scene.extent, @diagram.paper)
    @tiled = params[:pages] == "tiles"
    @tiles = @tiled ? @sheets.tiles : []
    if @tiles.size > MOST_TILES
      return complain("This drawing needs #{@tiles.size} pages of #{@diagram.paper} at full size; choose larger " \
                      "paper in its Particulars, or fit it to one page.", status: :unprocessable_entity)
    end

    render layout: "print"
  end
end
