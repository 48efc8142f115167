# frozen_string_literal: true

# Which side stands in what differs.
class ChoosingController < ApplicationController
  include ComparisonScoped

  before_action :set_page

  # side: "left", "right" or "both"; key: of a difference, or of: "all" that is looked at, or a group of it.
  def update
    keys = params[:key].present? ? [ params[:key] ] : @page.keys_of(params.require(:of))
    @comparison.choose(keys, params.require(:side))
    @page = ComparisonPage.new(@comparison, @page.look)
    render partial: "comparisons/differences", locals: { page: @page }
  end
end
