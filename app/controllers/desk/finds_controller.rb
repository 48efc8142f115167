# frozen_string_literal: true

# What the command box finds while one types.
class FindsController < ApplicationController
  include ModelScoped

  MOST = 8
  KINDS = Kelvath::Metamodel.kinds(&:sought?).freeze

  def index
    text = params[:text].to_s.strip.downcase
    found = text.length < 2 ? [] : KINDS.lazy.flat_map { |kind| @model.all(kind) }.select { |element|
      element.name.downcase.include?(text)
    }.first(60)
    @actions = text.length < 2 ? [] :
                 DeskActions.new(@stored, @model, params[:diagram_id].presence).matching(text).first(MOST)
    @found = found.sort_by { |element| [ element.name.downcase.index(text), element.name.length ] }.first(MOST)
  end
end
