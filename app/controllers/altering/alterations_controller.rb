# frozen_string_literal: true

# The script that takes a database from another state to a design, and the way back.
class AlterationsController < ApplicationController
  include DesignScoped

  # from: the key of a state, as AlterationPage has it; recipe: its id or name; back: the way back.
  def show
    @page = AlterationPage.new(@stored, @model, @design, from: params[:from], recipe: params[:recipe],
                                                         back: params[:back].present?)
    @desk = Desk.new(@stored, @model, view: "alter", stage: "script", design: @design)
    @refused = refusal
    respond_to do |format|
      format.html
      format.sql { send_data @page.script.text, filename: file_name, type: "application/sql" }
    end
  end

  private

  # Why there is no script, in a sentence; nil if there is one.
  def refusal
    return "There is nothing yet to begin at." if @page.from.nil?
    return if @page.reading

    @page.alteration && nil
  rescue Kelvath::InvalidValue, Kelvath::NotFound => error
    error.message
  end

  def file_name
    way = params[:back].present? ? "back" : "there"
    "#{"#{@model.header.name} #{@design.name} #{way}".parameterize(separator: "_")}.sql"
  end
end
