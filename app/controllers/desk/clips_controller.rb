# frozen_string_literal: true

# The clipboard: selected cards as text that can be pasted into this model or another.
class ClipsController < ApplicationController
  include ModelScoped

  def index
    render json: Kelvath::Editing::Clips.copy(@model, params[:chosen].to_s.split(","),
                                              diagram_id: params[:diagram_id].presence)
  end

  def create
    clip = params[:text].present? ? parsed(params[:text]) : Kelvath::Editing::Clips
      .copy(@model, params[:chosen].to_s.split(","), diagram_id: params[:diagram_id].presence)
    change = Kelvath::Editing::Clips.paste(@model, clip, ids: Ids, diagram_id: params[:diagram_id].presence)
    made = @stored.journal.commit(change, by: person, label: label(change))
    repaint made, select: change.additions.find { |element| element.kind == :entity }&.id
  end

  private

  def parsed(text)
    JSON.parse(text)
  rescue JSON::ParserError
    raise Kelvath::UnreadableFile, "What is on the clipboard was not copied here; copy cards of a diagram first."
  end

  def label(change)
    names = change.additions.select { |element| element.kind == :entity }.map(&:name)
    if names.any?
      "#{params[:text].present? ? 'Pasted' : 'Duplicated'} #{names.first(3).join(', ')}" \
      "#{" and #{names.size - 3} more" if names.size > 3}"
    end
  end
end
