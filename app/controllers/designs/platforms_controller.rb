# frozen_string_literal: true

# What is known of a platform, for readers to check.
class PlatformsController < ApplicationController
  layout "application"

  def index
    @platforms = Kelvath::Platforms.all
  end

  def show
    @platform = Kelvath::Platforms.fetch(params[:id]).at(params[:version].to_s)
  end
end
