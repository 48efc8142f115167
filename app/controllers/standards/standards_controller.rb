# frozen_string_literal: true

# Lexicons and rulebooks of the house.
class StandardsController < ApplicationController
  def index
    @lexicons = StoredModel.of_sort("lexicon").order(:name)
    @rulebooks = StoredModel.of_sort("rulebook").order(:name)
  end
end
