# frozen_string_literal: true

# A model's history as a line: every change with who and what, and the points that have names.
class JournalsController < ApplicationController
  include ModelScoped

  PAGE = 100

  # from: the latest revision that is shown.
  def show
    @milestones = @stored.milestones.where(number: nil).group_by(&:revision)
    @desk = Desk.new(@stored, @model, view: "journal", stage: nil)
    @entries = @stored.journal_entries.latest_first.where("revision <= ?", params[:from] ||
      @stored.revision).limit(PAGE).select(:id, :revision, :person, :kind, :label, :undone, :created_at)
  end
end
