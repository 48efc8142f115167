# frozen_string_literal: true

# For everything within one design of a model.
module DesignScoped
  extend ActiveSupport::Concern
  include ModelScoped

  included { before_action :set_design }

  private

  def set_design
    @design = @model.fetch(params[:design_id] || params[:id], :design)
  end

  def desk(view) = Desk.new(@stored, @model, view:, stage: "physical", design: @design)
end
