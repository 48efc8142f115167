# frozen_string_literal: true

# Both sides of a comparison drawn beside each other.
class ComparedDrawingsController < ApplicationController
  include ComparisonScoped

  before_action :set_page

  # design: the id of the left side's design that is drawn, "" for the logical side.
  def show
    @designs = @page.made.left.root_id ? [] : @page.made.left.model.all(:design)
    @design = @designs.find { |each| each.id == params[:design] }
    @picture = Kelvath::Merging::Picture.new(@page.made, ids: Ids, design_id: @design&.id)
  end
end
