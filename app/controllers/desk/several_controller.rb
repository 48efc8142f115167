# frozen_string_literal: true

# What is said of all that is selected at once.
class SeveralController < ApplicationController
  include ModelScoped

  ACTS = {
    "subject_area" => ->(model, ids, text, _) { Kelvath::Editing::Several.move(model, ids, text, ids_from: Ids) },
    "tag" => ->(model, ids, text, _) { Kelvath::Editing::Several.tag(model, ids, text, ids_from: Ids) },
    "untag" => ->(model, ids, text, _) { Kelvath::Editing::Several.tag(model, ids, text, ids_from: Ids, off: true) },
    "colour" => lambda do |model, ids, text, diagram_id|
      Kelvath::Editing::Several.colour(model, diagram_id, ids, text, ids_from: Ids)
    end
  }.freeze

  def update
    act = ACTS.fetch(params.require(:act)) do
      raise Kelvath::UnknownName, "Of several there can be set: #{ACTS.keys.join(', ')}."
    end
    ids = params[:chosen].to_s.split(",").first(2000)
    change_set = act.call(@model, ids, params[:value].to_s, params[:diagram_id].to_s)
    commit change_set, label: "#{WORDS.fetch(params[:act])} of #{helpers.counted(ids.size, "object")}: " \
                              "#{params[:value].presence || "none"}"
  end

  WORDS = { "subject_area" => "Subject area", "tag" => "Tag", "untag" => "Tag taken off", "colour" => "Colour" }.freeze
end
