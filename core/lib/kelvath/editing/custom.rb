# frozen_string_literal: true

module Kelvath
  # Fields of the house's own, notes and tags: what may be put on an element beside its own fields.
  module Custom
    module_function

    # The custom fields of an element with their texts: [[field, text], …].
    def values(model, element)
      texts = model.children(element.id, :custom_value).to_h { |value| [ value.custom_field_id, value.value ] }
      model.all(:custom_field).select { |field| field.of == element.kind.to_s }.map do |field|
        [ field, texts.fetch(field.id, "") ]
      end
    end

    # Sets the text of a custom field on an element, in a draft. seen: what stood there when the person began.
    # Raises InvalidValue, NotFound, Conflict.
    def set(draft, element_id, field_id, raw, seen: nil)
      field = draft.model.fetch(field_id)
      raise InvalidValue.new("That is no custom field.", field: :value, value: raw) unless field.kind == :custom_field

      text = parse(field, raw.to_s)
      known = draft.model.children(element_id, :custom_value).find { |value| value.custom_field_id == field_id }
      check_seen(draft, element_id, field, known&.value.to_s, text, seen) if seen
      if text.empty? then draft.remove(known.id) if known
      elsif known then draft.set(known.id, value: text)
      else draft.add(:custom_value, parent_id: draft.model.fetch(element_id).id, custom_field_id: field_id, value: text)
      end
    end

    # Raises Conflict if a value is no longer what somebody saw; seen: that text, or nil to write without asking.
    def check_seen(draft, element_id, field, now, text, seen)
      return if [ seen, text ].include?(now)

      message = "#{field.name} of #{Describing.title(draft.model.fetch(element_id), draft.model)} was set " \
                "to “#{now}” meanwhile; yours was “#{text}”."
      raise Conflict, [ Conflict::Clash.new(element_id:, field: :value, yours: text, theirs: now, message:) ]
    end

    # A text as typed -> as kept. Raises InvalidValue saying what would be right.
    def parse(field, raw)
      text = raw.strip
      return "" if text.empty?

      case field.type
      when "number" then text.match?(/\A[+-]?\d+(\.\d+)?\z/) ? text : refuse(field, text, "a number such as 12 or 3.5")
      when "date" then date?(text) ? text : refuse(field, text, "a date such as 2026-05-31")
      when "yes or no" then yes_or_no(field, text)
      when "one of" then field.choices.find { |choice| choice.casecmp?(text) } ||
                         refuse(field, text, "one of #{field.choices.join(', ')}")
      else Metamodel::CustomValue.fetch_field(:value).parse(text)
      end
    end

    def yes_or_no(field, text)
      return "yes" if %w[yes y true 1 x on].include?(text.downcase)

      %w[no n false 0 off].include?(text.downcase) ? "" : refuse(field, text, "yes or no")
    end

    def date?(text)
      year, month, day = text.match(/\A(\d{4})-(\d\d)-(\d\d)\z/)&.captures&.map(&:to_i)
      year && month.between?(1, 12) && day.between?(1, days(year, month))
    end

    # The last day of a month in the Gregorian calendar.
    def days(year, month)
      return [ 31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31 ][month - 1] unless month == 2

      (year % 4).zero? && ((year % 100).positive? || (year % 400).zero?) ? 29 : 28
    end

    def refuse(field, text, right)
      raise(InvalidValue.new("#{field.name} must be #{right}, not “#{text}”.", field: :value, value: text))
    end

    # Adds a note of a person; written_on: an ISO 8601 date. Answers it.
    def note(draft, element_id, text, author:, written_on:)
      draft.add(:note, parent_id: draft.model.fetch(element_id).id,
                text: Metamodel::Note.fetch_field(:text).parse(text), author:, written_on:)
    end

    private_class_method :check_seen, :yes_or_no, :date?, :days, :refuse
  end
end
