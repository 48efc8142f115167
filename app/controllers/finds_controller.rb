# frozen_string_literal: true

# What the command box finds while one types.
class FindsController < ApplicationController
  include ModelScoped

  MOST = 8
  KINDS = %i[entity attribute domain table].freeze

  def index
    text = params[:text].to_s.strip.downcase
    found = text.length < 2 ? [] : KINDS.lazy.flat_map { |kind| @model.all(kind) }.select { |element| element.name.downcase.include?(text) }.first(60)
    @found = found.sort_by { |element| [ element.name.downcase.index(text), element.name.length ] }.first(MOST)
  end
end
