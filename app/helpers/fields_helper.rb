# frozen_string_literal: true

# Inputs for the fields of an element, as the metamodel declares them.
module FieldsHelper
  ENDS = { from_least: [ [ "may be none", "0" ], [ "at least one", "1" ] ], to_least: [ [ "may be none", "0" ], [ "at least one", "1" ] ],
           from_most: [ [ "at most one", "1" ], [ "many", "" ] ], to_most: [ [ "at most one", "1" ], [ "many", "" ] ] }.freeze

  # Fields shown in Particulars.
  def shown_fields(element)
    element.class.fields.values.reject { |field| field.internal? || field.references? || field.name.end_with?("from_id", "to_id", "target_table_id") }
  end

  # The control of one field, saving itself when it is left.
  def field_control(element, field, typed: nil)
    value = typed.nil? ? element[field.name] : typed
    options = { id: field_id(element, field), name: "value", class: "input", data: { action: "keydown->leave#escape" }, **saving(element, field) }
    case field.type
    when :text then text_area_tag("value", value, **options, rows: 3)
    when :flag then check_box_tag("value", "true", value, **options, class: "accent-sea size-4")
    when :choice, :reference then choices(element, field, value, options)
    else number_or_text(element, field, value, options)
    end
  end

  def field_id(element, field) = "field-#{element.id}-#{field.name}"
  def field_wrapper_id(element, field) = "set-#{element.id}-#{field.name}"

  def end_label(element, field)
    entity = @model[element[:"#{field.name.to_s[/\A(from|to)/]}_id"]] if ENDS.key?(field.name)
    return field.label unless entity

    field.name.end_with?("least") ? "#{entity.name}: least" : "#{entity.name}: most"
  end

  private

  def saving(element, field)
    { "hx-patch": model_element_path(@stored, element.id), "hx-trigger": "change", "hx-swap": "none",
      "hx-vals": { field: field.name, seen: element[field.name].to_s }.to_json }
  end

  def choices(element, field, value, options)
    list = field.type == :choice ? field.values.map { |each| [ each.tr("_", " ").presence || "not decided", each ] } : [ [ "none", "" ], *referable(element, field) ]
    select_tag("value", options_for_select(list, value.to_s), **options)
  end

  def referable(element, field)
    return @model.children(element.parent_id, :attribute).map { |each| [ each.name, each.id ] } if field.to == [ :attribute ]

    field.to.flat_map { |kind| @model.all(kind) }.map { |each| [ each.name, each.id ] }.sort_by { |name, _| name.downcase }
  end

  def number_or_text(element, field, value, options)
    simple = ENDS[field.name]
    if simple
      others = simple.any? { |_, known| known == value.to_s } ? [] : [ [ value.to_s, value.to_s ] ]
      return select_tag("value", options_for_select(simple + others, value.to_s), **options)
    end

    text_field_tag("value", value, **options, autocomplete: "off", spellcheck: false)
  end
end
