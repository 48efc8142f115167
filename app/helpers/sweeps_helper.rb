# frozen_string_literal: true

module SweepsHelper
  # Kinds that can be swept: [["Entities", "entity"], …].
  def sweep_kinds = Kelvath::Sweeping::KINDS.map { |kind| [ kinds_title(kind), kind.to_s ] }

  # What can be asked: [[label, key], …]. One that is gone stands with the rest, as what it was called.
  def sweep_subjects(subjects, key)
    all = subjects.all.values.map { |each| [ each.label.downcase_first, each.key ] }
    all.any? { |_, known| known == key } ? all : [ [ "#{key} (gone)", key ], *all ]
  end

  # How a subject can be asked, each followed by its contrary.
  def sweep_operators(subject)
    Kelvath::Sweeping::Operators::FOR[subject.type].flat_map do |each|
      [ false, true ].map { |negated| Kelvath::Sweeping::Operators.words(each, negated) }
    end
  end

  # The values that there are, where that is a short list; nil where a value is typed.
  def sweep_values(subject)
    return %w[yes no] if subject.type == :flag

    values = subject.field&.values or return
    values.map { |each| each.tr("_", " ") }
  end

  # How something can be changed: [[words, way], …].
  def sweep_ways(subjects, key)
    subject = subjects.all[key] or return []
    Kelvath::Sweeping::Changing.ways(subject).map { |way| [ Kelvath::Sweeping::Changing::WAYS.fetch(way), way ] }
  end

  # Where an element is drawn, or else listed.
  def place_of(element)
    element.card_ids(@model).push(element.id).each do |card|
      node = @model.referrers(card, :diagram_node).first or next
      return model_diagram_path(@stored, node.parent_id, anchor: "at-#{card}")
    end
    ledger = Kelvath::Ledger::KINDS.include?(element.kind)
    ledger ? model_ledger_path(@stored, "kind:#{element.kind}", filter: element.label(@model)) : model_path(@stored)
  end
end
