# frozen_string_literal: true

# The foreign keys that could be drawn between two tables, either way.
class ForeignKeysController < ApplicationController
  include ModelScoped

  # [{ from_id, to_id, sentence, possible }, …]
  def index
    ends = [ params.require(:from_id), params.require(:to_id) ].map { |id| @model.fetch(id, :table).id }
    render json: [ ends, ends.reverse ].uniq.map { |from_id, to_id| way(from_id, to_id) }
  end

  private

  def way(from_id, to_id)
    key = Kelvath::Editing::ForeignKeys.new(@model, from_id, to_id)
    { from_id:, to_id:, possible: true, sentence: key.sentence }
  rescue Kelvath::InvalidValue => error
    { from_id:, to_id:, possible: false, sentence: error.message }
  end
end
