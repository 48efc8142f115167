# frozen_string_literal: true

# Where a row of a ledger comes from that cannot be changed where it stands; said, with a way there.
class OriginsController < ApplicationController
  include ModelScoped

  def show
    entity_id, held_id = params[:id].split(".", 2)
    entity = @model.of_kind(entity_id, :entity) or raise Kelvath::NotFound, "That row is not there any more."
    held = Kelvath::Logical::KeyMigration.of(@model).held(entity.id).find { |each| each.id == held_id } or
      raise Kelvath::NotFound, "That attribute does not migrate here any more."
    via = held.via.map { |id| "“#{@model.fetch(id).label(@model)}”" }.to_sentence
    render layout: false, locals: { entity:, held:, via: }
  end
end
