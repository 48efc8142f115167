# frozen_string_literal: true

class JournalsController < ApplicationController
  include ModelScoped

  PAGE = 100

  def show
    @desk = Desk.new(@stored, @model, view: "journal", stage: nil)
    @entries = @stored.journal_entries.latest_first.where("revision <= ?", params[:from] ||
      @stored.revision).limit(PAGE).select(:id, :revision, :person, :kind, :label, :undone, :created_at)
  end
end
