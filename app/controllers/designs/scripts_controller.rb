# frozen_string_literal: true

class ScriptsController < ApplicationController
  include ModelScoped

  def show
    @design = @model.fetch(params[:design_id], :design)
    @script = Kelvath::Ddl.script(@model, @design.id)
    @desk = Desk.new(@stored, @model, view: "script", stage: "script", design: @design)
    respond_to do |format|
      format.html
      format.sql { send_data @script.text, filename: "#{@model.header.name} #{@design.name}.sql"
        .parameterize(separator: "_").sub(/_sql\z/, ".sql"), type: "application/sql" }
    end
  end
end
