# frozen_string_literal: true

# A diagram as a file. PNG is painted in the browser from the SVG.
class ExportsController < ApplicationController
  include DiagramScoped

  def show
    @scene = SceneCache.fetch(@stored, @model, @diagram.id, other_names: other_names?)
    name = "#{@model.header.name} #{@diagram.name}".parameterize
    respond_to do |format|
      format.svg { send_data render_to_string("exports/show", formats: :svg, layout: false), filename: "#{name}.svg",
                             type: "image/svg+xml", disposition: params[:inline] ? "inline" : "attachment" }
      format.pdf { send_data pdf, filename: "#{name}.pdf", type: "application/pdf" }
    end
  end

  private

  # On one page of the diagram's paper, on tiles of it, or on a page as large as the drawing.
  def pdf
    sheets = Kelvath::Diagram::PaperSheets.new(@scene.extent, @diagram.paper, direction: @diagram.direction)
    DrawingPdf.new(@scene, title: "#{@model.header.name}: #{@diagram.name}")
              .render(sheets:, pages: params[:pages].presence_in(DrawingPdf::PAGES) || "one")
  end
end
