# frozen_string_literal: true

# What the command box finds while one types: a sentence is written first of all, a new entity is made last.
class FindsController < ApplicationController
  include ModelScoped

  MOST = 8
  LEAST = 2 # letters from which on something is looked for

  def index
    @text = params[:text].to_s.strip
    @sentence = Kelvath::Logical::SentenceParser.sentence?(@text)
    @makes = !@text.empty? && !@sentence && @model.all(:entity).none? { |entity| entity.name.casecmp?(@text) }
    return @found = @actions = [] if @text.length < LEAST

    @found = NameSearch.new(@model).named(@text).first(MOST)
    @actions = DeskActions.new(@stored, @model, params[:diagram_id].presence).matching(@text.downcase).first(MOST)
  end
end
