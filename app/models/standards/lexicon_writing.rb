# frozen_string_literal: true

# What is typed into the fields of a lexicon entry.
module LexiconWriting
  module_function

  # Values of a new entry, of a form's fields. Raises Kelvath::InvalidValue.
  def new_values(params)
    type = Kelvath::Metamodel::LexiconEntry
    given = type.fields.keys.select { |name| params[name].present? }.to_h do |name|
      [ name, parse(type.fetch_field(name), params[name]) ]
    end
    raise Kelvath::InvalidValue.new("Type the word first.", field: :name, value: "") if given[:name].blank?

    given
  end

  # ChangeSet of one field as typed. Raises Kelvath::InvalidValue, Kelvath::NotFound.
  def change(model, id, field_name, raw, seen: nil)
    field = Kelvath::Metamodel::LexiconEntry.fetch_field(field_name)
    update(model.fetch(id, :lexicon_entry), field, parse(field, raw), seen:)
  end

  # ChangeSet of one field to a value, built on what the person saw, if that is said.
  def update(element, field, after, seen: nil)
    known = seen && field.type != :flag ? { field.name => parse(field, seen) } : {}
    Kelvath::ChangeSet.set(element, seen: known, field.name => after)
  end

  # Short forms and neighbours stand in one field, with commas between.
  def parse(field, raw)
    field.parse(field.type == :names ? raw.to_s.split(Kelvath::Naming::LexiconSheet::BETWEEN).map(&:strip) : raw)
  end
end
