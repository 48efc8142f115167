# frozen_string_literal: true

# One sentence of the Prose view, edited in its place. Its id is the key of what it is about.
class SentencesController < ApplicationController
  include ModelScoped

  def update
    change = Kelvath::Prose::Rewriting.change(@model, params[:id], params[:text].to_s, ids: Ids, seen: params[:seen])
    commit change
  rescue Kelvath::Conflict => error
    render "sentences/refused", layout: false, status: :conflict, locals: { key: params[:id], error: }
  rescue Kelvath::UnreadableSentence, Kelvath::InvalidValue, Kelvath::InvalidChange => error
    render "sentences/refused", layout: false, status: :unprocessable_entity, locals: { key: params[:id], error: }
  end
end
