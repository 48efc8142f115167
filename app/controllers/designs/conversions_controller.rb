# frozen_string_literal: true

# A design made into one for another platform, beside it: what has no counterpart is shown before.
class ConversionsController < ApplicationController
  include DesignScoped

  def show
    @platforms = Kelvath::Platforms.all.reject { |each| each.key == @design.platform }
    @platform = Kelvath::Platforms.fetch(params[:platform].presence || @platforms.first.key)
    @remarks = conversion(@platform.key).tap(&:elements).remarks
    @desk = desk("conversion")
  end

  def create
    made = conversion(params.require(:platform))
    change, diagram_id = Kelvath::Starting.conversion(@model, made, ids: Ids)
    @stored.journal.commit(change, by: person, label: "Converted #{@design.name} to #{made.design.name}", follow: false)
    redirect_to model_diagram_path(@stored, diagram_id), status: :see_other
  end

  private

  def conversion(platform) = Kelvath::Derivation::Conversion.new(@model, @design.id, platform:, ids: Ids)
end
