# frozen_string_literal: true

# A design's script by a recipe.
class ScriptsController < ApplicationController
  include DesignScoped

  # recipe: its id or name.
  def show
    @page = ScriptPage.new(@stored, @model, @design, params[:recipe])
    @desk = Desk.new(@stored, @model, view: "script", stage: "script", design: @design)
    respond_to do |format|
      format.html { render partial: "scripts/preview" if request.headers["HX-Request"] }
      format.sql { send_data @page.script.text, filename: "#{file_name}.sql", type: "application/sql" }
      format.zip { send_data zipped(@page.files), filename: "#{file_name}.zip", type: "application/zip" }
    end
  end

  private

  def file_name = "#{@model.header.name} #{@design.name}".parameterize(separator: "_")

  # One file stands alone in an archive, too.
  def zipped(files) = ZipBytes.of(files || { "#{file_name}.sql" => @page.script.text })
end
