# frozen_string_literal: true

# What a script holds, told while it is being pasted; nothing is kept.
class ReadingListsController < ApplicationController
  MOST = 3.megabytes # of a script that is read at once

  # show: the key of a thing whose details are asked for.
  def create
    text = params[:text].to_s
    return render(partial: "reading_lists/waiting", locals: { words: too_large(text) }) if text.bytesize > MOST
    return render(partial: "reading_lists/waiting", locals: { words: nil }) if text.blank?

    platform = Kelvath::Platforms.fetch(params[:platform]) if params[:platform].present?
    result = read(text, platform)
    things = Kelvath::Reading.things(result)
    return render(partial: "reading_lists/list", locals: { result:, things: }) if params[:show].blank?

    thing = things.find { |each| each.key == params[:show] } or raise Kelvath::NotFound, "This is not in it any more."
    render partial: "reading_lists/thing", locals: { thing: }
  end

  private

  def read(text, platform)
    Kelvath::Reading.read([ Kelvath::Reading::Source.of("", text) ], platform:)
  end

  def too_large(text)
    "This has #{helpers.number_to_human_size(text.bytesize)}; what is in it is told when it has been read."
  end
end
