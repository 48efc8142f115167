# frozen_string_literal: true

# A model's standards saved for new models to begin with.
class StartersController < ApplicationController
  include ModelScoped

  def new
    @desk = Desk.new(@stored, @model, view: "starter", stage: nil)
    @starter = Kelvath::Starters.of_model(@model, name: @model.header.name)
  end

  def create
    name = Kelvath::Metamodel::Header.fetch_field(:name).parse(params.require(:name))
    KeptStarter.keep(Kelvath::Starters.of_model(@model, name:, definition: params[:definition].to_s))
    flash[:notice] = "New models can begin with “#{name}” from now on."
    redirect_to root_path, status: :see_other
  end
end
