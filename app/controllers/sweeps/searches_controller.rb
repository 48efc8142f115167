# frozen_string_literal: true

# Text anywhere in a model, by kind, with where each stands.
class SearchesController < ApplicationController
  include ModelScoped

  MOST = 50 # shown of a kind

  # text: what is looked for.
  def show
    @text = params[:text].to_s.strip
    @found = Kelvath::Seeking.find(@model, @text)
    @desk = Desk.new(@stored, @model, view: "search")
  end
end
