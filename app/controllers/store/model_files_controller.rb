# frozen_string_literal: true

# A model as a file, out and in.
class ModelFilesController < ApplicationController
  def show
    stored = StoredModel.of_sort("model").find(params[:model_id])
    standards = params[:standards] == "yes" ? ModelFiling.standards(stored.model) : {}
    send_data Kelvath::Interchange::ModelFile.write(stored.model, standards:),
              filename: "#{stored.name.parameterize.presence || "model"}.kelvath.json", type: "application/json"
  end

  def create
    raise Kelvath::UnreadableFile, "Choose a model file first." unless params[:file].respond_to?(:tempfile)

    if params[:file].size > Rails.configuration.x.upload_limit
      raise Kelvath::UnreadableFile, "The file has more than #{Rails.configuration.x.upload_limit / 1.megabyte} MB."
    end

    filing = ModelFiling.new(params[:file].read, by: person)
    stored = filing.take_in
    flash[:notice] = filing.brought.map { |each| "The #{each.sort} “#{each.name}” came with it." }.join(" ").presence
    redirect_to model_path(stored), status: :see_other
  end
end
