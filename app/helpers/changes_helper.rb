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

  # One difference of two states of a model, the earlier one first.
  def difference_words(difference)
    subject = "#{difference.kind.to_s.tr('_', ' ')} #{difference.path}"
    return "#{subject}: #{difference.right.nil? ? 'gone since' : 'new since'}" unless difference.field

    values = [ difference.left, difference.right ].map do |value|
      (value.is_a?(Array) ? value.join(", ") : value.to_s).presence || "nothing"
    end
    "#{subject}: #{difference.field.to_s.tr('_', ' ')} #{values.map { |text| text.truncate(60) }.join(' → ')}"
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
