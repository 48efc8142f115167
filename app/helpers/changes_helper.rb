# frozen_string_literal: true

# A change in words, line by line, for a preview.
module ChangesHelper
  UNSAID = %i[diagram_node].freeze

  # [[what happens, to what], …]
  def change_lines(change, model)
    after = change.apply(model)
    added = change.additions.reject { |element| UNSAID.include?(element.kind) }.map do |element|
      [ "adds", Kelvath::Describing.title(element, after) ]
    end
    removed = change.removals.reject { |element| UNSAID.include?(element.kind) }.map do |element|
      [ "removes", Kelvath::Describing.title(element, model) ]
    end
    updated = change.updates.reject { |update| UNSAID.include?(model[update.id]&.kind) }.map do |update|
      [ "changes", update_words(update, model, after) ]
    end
    added + updated + removed
  end

  # One difference of two states of a model, the earlier one on the left. wording: a Kelvath::Merging::Wording.
  def difference_words(wording, difference)
    title = wording.title(difference)
    return "#{title}: #{difference.way == :left_only ? 'gone since' : 'new since'}" unless
      %i[changed order].include?(difference.way)

    "#{title} #{wording.texts(difference).map { |text| text.truncate(60) }.join(' → ')}"
  end

  private

  def update_words(update, model, after)
    before, now = model.fetch(update.id), after.fetch(update.id)
    field = before.class.fetch_field(update.field)
    values = [ [ before, model ], [ now, after ] ].map do |element, within|
      Kelvath::Editing::FieldText.shown(within, element, field).presence || "nothing"
    end
    "#{field.label.downcase} of #{Kelvath::Describing.title(before, model)}" \
    ": #{values.map { |text| text.truncate(80) }.join(' → ')}"
  end
end
