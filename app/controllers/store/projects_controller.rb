# frozen_string_literal: true

# Folders of models, and the standards that models in them begin with.
class ProjectsController < ApplicationController
  rescue_from(ActiveRecord::RecordInvalid) do |error|
    complain("The project cannot be kept: its #{error.record.errors.full_messages.to_sentence.downcase_first}.",
             status: :unprocessable_entity)
  end

  def create
    Project.create!(name: params[:name])
    redirect_to models_path, status: :see_other
  end

  def update
    Project.find(params[:id]).update!(given)
    redirect_to models_path, status: :see_other
  end

  # Its models stay, without a project.
  def destroy
    Project.find(params[:id]).destroy!
    redirect_to models_path, status: :see_other
  end

  private

  def given
    %i[lexicon rulebook].each do |sort|
      StoredModel.of_sort(sort.to_s).find(params[sort]) if params[sort].present?
    end
    KeptStarter.fetch(params[:starter]) if params[:starter].present?
    params.permit(:name, :lexicon, :rulebook, :starter).to_h
  end
end
