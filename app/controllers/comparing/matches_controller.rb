# frozen_string_literal: true

# What is taken to be the same thing on both sides, and a person's word on it.
class MatchesController < ApplicationController
  include ComparisonScoped

  before_action :set_page
  SHOWN = 100

  # how: one of Kelvath::Matching::Correspondence::WAYS; those that may be wrong, unless said.
  def index
    @how = params[:how].presence_in(Kelvath::Matching::Correspondence::WAYS.keys.map(&:to_s))
    @doubts = Kelvath::Merging::Doubts.new(@page.made)
    @matches = @doubts.matches(@how)
  end

  # id: of what is on the right; here: of what it is on the left, "" for nothing.
  def update
    @comparison.say(params[:id], params[:here].presence)
    redirect_to model_comparison_matches_path(@stored, @comparison), status: :see_other
  end
end
