# frozen_string_literal: true

# Named points of the journal: made, and looked at.
class MilestonesController < ApplicationController
  include ModelScoped

  def index
    @desk = Desk.new(@stored, @model, view: "milestones", stage: nil)
    @milestones = @stored.milestones.order(revision: :desc)
  end

  def create
    milestone = @stored.milestones.new(name: params[:name].to_s.strip.first(80), person:, revision: @stored.revision,
                                       note: note)
    return complain(milestone.errors.full_messages.to_sentence, status: :unprocessable_entity) unless milestone.save

    flash[:notice] = "The model as it is now is called “#{milestone.name}”."
    redirect_to model_milestones_path(@stored), status: :see_other
  end

  # note: what is to be known of it.
  def update
    @stored.milestones.find(params[:id]).update!(note:)
    redirect_to model_milestones_path(@stored), status: :see_other
  end

  # The model as it was, to read only: its drawings and what has changed since.
  def show
    @milestone = @stored.milestones.find(params[:id])
    @old = @stored.model_at(@milestone.revision)
    @desk = Desk.new(@stored, @model, view: "milestones", stage: nil)
    @diagram = @old.of_kind(params[:diagram], :diagram) || @old.all(:diagram).first ||
               raise(Kelvath::NotFound, "This state has no diagram.")
    @scene = Kelvath::Diagram::Scene.of(@old, @diagram.id)
    comparison = Kelvath::Merging.compare(*[ @old, @model ].map { |model| Kelvath::Merging::Side.new(model:) })
    @wording = Kelvath::Merging::Wording.new(comparison)
    @differences = comparison.differences.reject(&:drawn?)
  end

  private

  def note = Kelvath::Metamodel::Header.fetch_field(:definition).parse(params[:note].to_s).strip.first(Milestone::NOTE)
end
