# frozen_string_literal: true

# For everything about one comparison of a model.
module ComparisonScoped
  extend ActiveSupport::Concern
  include ModelScoped

  included { before_action :set_comparison, if: -> { params[:comparison_id] || params[:id] } }

  private

  def set_comparison = @comparison = @stored.comparisons.find(params[:comparison_id] || params[:id])

  # The page with what is looked at; sends those that must wait for a reading to where that is shown.
  def set_page
    return redirect_to(model_comparison_path(@stored, @comparison)) if @comparison.reading

    @page = ComparisonPage.new(@comparison, ComparisonPage::Look.of(params))
    @desk = Desk.new(@stored, @model, view: "comparisons")
  end
end
