# frozen_string_literal: true

# Inputs of lexicons and rulebooks, which save themselves when they are left.
module LexiconsHelper
  ROW = %i[name short_forms class_word domain_name status instead context].freeze

  # The control of one field of an entry. plain: outside the table.
  def entry_input(entry, name, typed: nil, error: nil, plain: false)
    field = entry.class.fetch_field(name)
    shown = typed || Kelvath::Naming::LexiconSheet.cell(entry, name)
    options = { id: "entry-#{entry.id}-#{name}", class: plain ? "input" : "entry-input",
                "aria-label": "#{field.label} of #{entry.name}", title: error, "aria-invalid": ("true" if error),
                **saved_at(lexicon_entry_path(@stored, entry.id), name,
                           Kelvath::Naming::LexiconSheet.cell(entry, name)) }
    control(field, shown, options, entry[name])
  end

  # The control of one field of a rule.
  def rule_control(rule, field, typed: nil)
    value = rule[field.name]
    shown = typed || (value.is_a?(Array) ? value.join(", ") : value.to_s)
    control(field, shown, { id: "rule-field-#{field.name}", class: "input", **saved_at(
      rulebook_rule_path(@stored, rule.id), field.name, value.is_a?(Array) ? value.join(", ") : value.to_s
    ) }, value)
  end

  SEPARATORS = { "_" => "underscore  _", "-" => "hyphen  -", "." => "point  .", " " => "a blank",
                 "" => "nothing" }.freeze

  private

  def saved_at(path, name, seen)
    { autocomplete: "off", spellcheck: "false", "hx-patch": path, "hx-trigger": "change", "hx-swap": "none",
      "hx-vals": { field: name, seen: }.compact.to_json }
  end

  def control(field, shown, options, value)
    case field.type
    when :flag then check_box_tag("value", "true", value == true, **options, class: "accent-sea justify-self-start")
    when :choice then select_tag("value", options_for_select(
      field.values.map { |each| [ field.name == :separator ? SEPARATORS.fetch(each) : each, each ] }, value
    ), **options)
    when :text then text_area_tag("value", shown, **options, rows: 3)
    else text_field_tag("value", shown, **options)
    end
  end
end
