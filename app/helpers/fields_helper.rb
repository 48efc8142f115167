# frozen_string_literal: true

# Inputs for the fields of an element, as the metamodel declares them.
module FieldsHelper
  # The two fields of an end that are shown and typed as one; the control stands in the place of the first.
  ENDS = { to_least: "to_count", to_most: "to_count", from_least: "from_count", from_most: "from_count" }.freeze
  # Fields that only some types have.
  SIZES = %i[length precision scale].freeze

  # Fields shown in Particulars.
  def shown_fields(element)
    element.class.fields.values.reject { |field| field.internal? || field.type == :digest || field.name.end_with?(
      "from_id", "to_id", "target_table_id", "_most"
    ) || unseen?(element, field) }
  end

  # Those that stand for fields of an element that changed; names: as the page or the metamodel calls them.
  def controls_of(element, names)
    names.map { |name| ENDS.key(name.to_s) || name.to_s.sub(/\A(from|to)_most\z/, '\1_least').to_sym }.uniq
         .map { |name| element.class.fetch_field(name) }
  end

  # The text that a field's control shows today.
  def current_text(element, field)
    side = Kelvath::Editing::Counts::FIELDS[ENDS[field.name]]
    side ? Kelvath::Editing::Counts.shown(element, side) : shown_value(element, field).to_s
  end

  # The control of one field, saving itself when it is left.
  def field_control(element, field, typed: nil)
    value = typed.nil? ? shown_value(element, field) : typed
    options = { id: field_id(element, field), name: "value", class: "input", data: { action: "keydown->leave#escape" },
                **saving(element, field) }
    return count_control(element, field, typed, options) if ENDS.key?(field.name)

    case field.type
    when :text, :expression
      text_area_tag("value", value, **options, rows: 3, placeholder: inherited(element, field))
    when :flag then check_box_tag("value", "true", value, **options, class: "accent-sea size-4")
    when :name
      known = known_names(element, field)
      known ? chosen(known, value, options) : number_or_text(element, field, value, options)
    when :references, :names then several(element, field, value, options)
    when :choice, :reference then choices(element, field, value, options)
    else number_or_text(element, field, value, options)
    end
  end

  # The control of a custom field.
  def custom_control(element, field, text)
    options = { id: "custom-#{element.id}-#{field.id}", name: "value", class: "input",
                "hx-patch": model_custom_value_path(@stored, field.id), "hx-trigger": "change", "hx-swap": "none",
                "hx-vals": { element_id: element.id, seen: text }.to_json }
    case field.type
    when "yes or no" then check_box_tag("value", "yes", text == "yes", **options, class: "accent-sea size-4")
    when "one of" then select_tag("value", options_for_select([ "", *field.choices ], text), **options)
    when "date" then date_field_tag("value", text, **options)
    else text_field_tag("value", text, **options, autocomplete: "off")
    end
  end

  def field_id(element, field) = "field-#{element.id}-#{field.name}"
  def field_wrapper_id(element, field) = "set-#{element.id}-#{field.name}"

  def end_label(element, field)
    return field.label unless ENDS.key?(field.name)

    here, there = field.name == :to_least ? [ element.to_id, element.from_id ] : [ element.from_id, element.to_id ]
    "#{Kelvath::Logical::Wording.of(@model).plural(@model.fetch(here).name)} of each #{@model.fetch(there).name}" \
      "#{own_end(element, field) if here == there}"
  end

  # Which end of a relationship with itself is meant: the phrase that leads there, and the role played there.
  def own_end(link, field)
    phrase = field.name == :to_least ? link.phrase : link.inverse_phrase
    parent = field.name.to_s.start_with?(Kelvath::Logical::Cardinality.parent_side(link).to_s)
    said = [ phrase.presence, ("as #{link.role_name}" if parent && link.role_name.present?) ].compact
    said.any? ? ": #{said.join(', ')}" : ""
  end

  # Sizes that the type cannot have are hidden until it can, unless something stands there.
  def size_elsewhere?(element, field)
    return false unless SIZES.include?(field.name) && element.class.fields.key?(:type)

    type = Kelvath::Logical::ValueType.of(element, @model).name
    element[field.name].nil? && !Kelvath::Metamodel::SIZED_TYPES.fetch(type, []).include?(field.name)
  end

  private

  # How many there may be at an end: the usual numbers, or any other.
  def count_control(element, field, typed, options)
    name = ENDS.fetch(field.name)
    shown = Kelvath::Editing::Counts.shown(element, Kelvath::Editing::Counts::FIELDS.fetch(name))
    options = options.merge("hx-vals": { field: name, seen: shown }.to_json)
    known = [ shown, *Kelvath::Editing::Counts::USUAL ].uniq.map { |text| [ text, text ] }
    known << [ "other numbers…", "" ]
    list = select_tag("value", options_for_select(known, shown), **options, hidden: typed,
                      data: { other_target: "list", action: "change->other#choose:capture keydown->leave#escape" })
    line = text_field_tag("value", typed, **options, id: "#{options[:id]}-other", hidden: !typed, autocomplete: "off",
                          placeholder: "2 to 4, at most 3", "aria-label": end_label(element, field),
                          data: { other_target: "typed", action: "keydown->leave#escape" })
    tag.div(list + line, data: { controller: "other" })
  end

  INHERITED = [ *SIZES, *Kelvath::Logical::ValueType::INHERITED ].freeze

  # What a field is where the element says nothing itself: "30, from Title"; nil if nothing is.
  def inherited(element, field)
    return unless INHERITED.include?(field.name) && %i[attribute domain].include?(element.kind)
    return unless element[field.name].to_s.empty?

    value = Kelvath::Logical::ValueType.of(element, @model)[field.name].to_s
    source = Kelvath::Logical::ValueType.source(element, field.name, @model) unless value.empty?
    "#{value}, from #{source.name}" if source
  end

  # What a name can be where it is one of what exists: [[what is shown, value], …]; nil where it is free.
  def known_names(element, field)
    case [ element.kind, field.name ]
    when %i[design version] then versions(Kelvath::Platforms.of(@model, element))
    when %i[header platform]
      [ [ "none in particular", "" ], *Kelvath::Platforms.all.map { |platform| [ platform.title, platform.key ] } ]
    when %i[header notation]
      [ [ "as usual, crow's foot", "" ],
        *Kelvath::Metamodel::NOTATIONS.map { |key, title| [ title.upcase_first, key ] } ]
    end
  end

  # Nothing said is the newest.
  def versions(platform)
    [ [ "the newest", "" ], *platform.versions.reverse.map { |version| [ "#{platform.title} #{version}", version ] } ]
  end

  # What stands there stays among the choices, whatever it is.
  def chosen(known, value, options)
    known += [ [ value, value ] ] unless known.any? { |_, each| each == value }
    select_tag("value", options_for_select(known, value), **options)
  end

  # What a diagram of that stage does not use, and what can be said only of names that follow.
  def unseen?(element, field)
    return platform_options(element).empty? if field.type == :options
    return Kelvath::Metamodel::Design.schemas(@model, element.parent_id).empty? if field.name == :schema_id
    return true if element.kind == :design && field.name == :platform
    return !Kelvath::Renaming::Following.following?(element, @model) if field.name == :name_fixed
    return false unless element.kind == :diagram

    physical = element.stage == "physical"
    return true if field.name == (element.notation == "chen" ? :migrated_shown : :migrated_ovals)

    %i[stage design_id].include?(field.name) ||
      (physical ? %i[notation migrated_shown subject_area_id coloured_by] : %i[indexes_shown]).include?(field.name)
  end

  def saving(element, field)
    { "hx-patch": model_element_path(@stored, element.id), "hx-trigger": "change", "hx-swap": "none",
      "hx-vals": { field: field.name, seen: shown_value(element, field).to_s }.to_json }
  end

  def platform_options(element) = Kelvath::Platforms.of(@model, element).options(element.kind)

  # The control of one declared option.
  def option_control(element, option)
    value = Kelvath::Ddl::Names.option_value(@model, element, option.name)
    attributes = { id: "option-#{element.id}-#{option.name.parameterize}", class: "input", "hx-trigger": "change",
                   "hx-swap": "none", "hx-patch": model_element_path(@stored, element.id), title: option.explanation,
                   "hx-vals": { field: "options", option: option.name }.to_json, autocomplete: "off" }
    case option.type
    when :flag then check_box_tag("value", "yes", value == true, **attributes, class: "accent-sea")
    when :choice then select_tag("value", options_for_select([ [ "as usual", "" ], *option.values ], value.to_s),
                                 **attributes)
    else text_field_tag("value", value, **attributes, data: { action: "keydown->leave#escape" })
    end
  end

  # SQL is shown with the names that its references have today, options as the platform reads them.
  def shown_value(element, field)
    field.written_by_platform? ? Kelvath::Editing::FieldText.shown(@model, element, field) : element[field.name]
  end

  # Names with commas between; saved as a ledger's cell is.
  def several(element, field, value, options)
    shown = value.is_a?(String) ? value : Kelvath::Editing::FieldText.shown(@model, element, field)
    text_field_tag("value", shown, **options, "hx-patch": "#{model_path(@stored)}/cells/#{element.id}",
                   "hx-vals": { column: field.name, seen: shown }.to_json, autocomplete: "off",
                   placeholder: "Names, with commas between")
  end

  def choices(element, field, value, options)
    list = field.type == :choice ? field.values.map { |each| [ choice_words(field, each, element), each ] } :
             [ [ "none", "" ], *referable(element, field) ]
    select_tag("value", options_for_select(list, value.to_s), **options)
  end

  EMPTY_WORDS = { detail: "as suits the stage", colour: "none", on_delete: "as the platform does",
                  on_update: "as the platform does" }.freeze

  def choice_words(field, value, element)
    if field.name == :type && value.empty? && element.kind != :custom_field
      type = Kelvath::Logical::ValueType.of(element, @model)
      return "#{type}, from #{Kelvath::Logical::ValueType.source(element, :type, @model).name}" if type.name.present?
    end
    if field.name == :notation && Kelvath::Metamodel::NOTATIONS.key?(value)
      return Kelvath::Metamodel::NOTATIONS[value].upcase_first
    end

    value.tr("_", " ").presence || EMPTY_WORDS.fetch(field.name, "not decided")
  end

  def referable(element, field)
    sibling = field.to.find { |kind| %i[attribute schema].include?(kind) }
    return @model.children(element.parent_id, sibling).map { |each| [ each.name, each.id ] } if sibling

    field.to.flat_map { |kind| @model.all(kind) }.reject { |each| each.id == element.id }.map { |each|
      [ each.name, each.id ]
    }.sort_by { |name, _| name.downcase }
  end

  def number_or_text(element, field, value, options)
    text_field_tag("value", value, **options, **naming(element, field), autocomplete: "off", spellcheck: false,
                   placeholder: inherited(element, field), list: ("known-types" if field.type == :native_type))
  end

  # Fields beside which the physical name forms while they are typed in.
  def naming(element, field)
    return {} unless field.name == :name && %i[entity attribute].include?(element.kind)

    { data: { names: element.kind, action: "keydown->leave#escape" } }
  end
end
