# frozen_string_literal: true

# What is typed into the fields of a lexicon entry.
module LexiconWriting
  module_function

  # Values of a new entry, of a form's fields. Raises Kelvath::InvalidValue.
  def new_values(params)
    type = Kelvath::Metamodel::LexiconEntry
    given = type.fields.keys.select { |name| params[name].present? }.to_h { |name| [ name, parse(type.fetch_field(name), params[name]) ] }
    raise Kelvath::InvalidValue.new("Type the word first.", field: :name, value: "") if given[:name].blank?

    given
  end

  # ChangeSet of one field as typed. Raises Kelvath::InvalidValue, Kelvath::NotFound.
  def change(model, id, field_name, raw, seen: nil)
    field = Kelvath::Metamodel::LexiconEntry.fetch_field(field_name)
    before = model.fetch(id)[field.name]
    before = parse(field, seen) if seen && field.type != :flag
    after = parse(field, raw)
    return Kelvath::ChangeSet.new if after == before

    Kelvath::ChangeSet.new(updates: [ Kelvath::ChangeSet::Update.new(id:, field: field.name, before:, after:) ])
  end

  # Short forms and neighbours stand in one field, with commas between.
  def parse(field, raw) = field.parse(field.type == :names ? raw.to_s.split(Kelvath::Naming::LexiconSheet::BETWEEN).map(&:strip) : raw)
end
