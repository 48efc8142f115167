# frozen_string_literal: true

require "test_helper"

class ElementStoreTest < ActiveSupport::TestCase
  test "each element belongs to a part: a design with its diagrams, or what is no design" do
    stored = ferries
    derived = Kelvath::Starting.design(stored.model, platform: "sqlite", ids: Ids)
    stored.journal.commit(derived.change_set, by: "Ada")
    parts = ElementRow.where(model_id: stored.id).distinct.pluck(:part, :kind).group_by(&:first)
                      .transform_values { |pairs| pairs.map(&:last) }
    assert_equal [ ElementRow::MAIN, derived.design_id ].sort, parts.keys.sort
    assert_empty parts[ElementRow::MAIN] & %w[design table column key foreign_key]
    assert_equal %w[column design diagram diagram_node foreign_key key table],
                 (parts[derived.design_id] - %w[check index]).sort

    stored.journal.commit(
      Kelvath::Draft.change(stored.model, ids: Ids) { |draft| draft.set(derived.diagram_id, design_id: nil) }, by: "Ada"
    )
    kinds = ElementRow.where(model_id: stored.id, part: derived.design_id).distinct.pluck(:kind)
    assert_equal [], kinds & %w[diagram diagram_node]
  end

  test "what is written is what is read, large or small" do
    stored = ferries
    model = stored.model
    names = model.all(:attribute).to_h { |attribute| [ attribute.id, "#{attribute.name} x" ] }
    draft = Kelvath::Draft.new(model, ids: Ids)
    names.each { |id, name| draft.set(id, name:) }
    stored.journal.commit(draft.change_set, by: "Ada")
    after = stored.model
    ModelCache.clear
    assert_equal after, stored.reload.model
  end

  test "what is known last is written last, and stands in the journal as all else" do
    beginning = Kelvath::Starting.empty("Ferries", ids: Ids)
    design = Kelvath::Metamodel::Design.new(id: Ids.next, name: "Office", platform: "sqlite")
    change_set = beginning + Kelvath::ChangeSet.new(additions: [ design ])
    rest = -> { Kelvath::ChangeSet.set(design, base: "a" * 64) }
    stored = StoredModel.start("Ferries", by: "Ada", label: "Took in", change_set:, rest:)
    known = [ stored.model, ElementStore.read(stored.id).then { |list| Kelvath::Model.of(list) },
              Kelvath::ChangeSet::Folding.of(stored.journal_entries.map(&:change_set)).apply(Kelvath::Model::EMPTY) ]
    assert_equal [ "a" * 64 ] * 3, known.map { |model| model.fetch(design.id).base }
    assert_no_difference [ "StoredModel.count", "ElementRow.count" ] do
      assert_raises(Kelvath::InvalidChange) do
        StoredModel.start("Ferries", by: "Ada", label: "Took in", change_set:,
                          rest: -> { Kelvath::ChangeSet.set(design, base: "none") })
      end
    end
  end

  # One element of every kind with every field filled in, and again with every field changed.
  test "every field of every kind survives the journal and the tables" do
    stored = StoredModel.start("Everything", by: "Ada", label: "Began")
    draft = Kelvath::Draft.new(stored.model, ids: Ids)
    made = Kelvath::Metamodel::KINDS.values.reject { |type| type.kind == :header }.to_h do |type|
      [ type.kind, add_filled(draft, type) ]
    end
    stored.journal.commit(draft.change_set, by: "Ada")
    reread = lambda do
      ModelCache.clear
      stored.reload.model
    end
    assert_equal draft.model, reread.call
    changed = Kelvath::Draft.new(reread.call, ids: Ids)
    made.each_value { |element| changed.set(element.id, **element.class.fields.values
      .reject { |field| field.reference? || field.references? }.to_h { |field| [ field.name, value(field, 1) ] }) }
    stored.journal.commit(changed.change_set, by: "Ada")
    assert_equal changed.model, reread.call
    stored.journal.undo(by: "Ada")
    assert_equal draft.model, reread.call
  end

  private

  def add_filled(draft, type)
    parent = type.within.empty? ? nil : draft.model.all(type.within.first).last.id
    values = type.fields.values.to_h do |field|
      [ field.name, field.reference? || field.references? ? target(draft, field) : value(field, 0) ]
    end
    values = values.except(:base_id).merge(least_numbers(type))
    draft.add(type.kind, parent_id: parent, **values)
  end

  # What keeps the rules of the model whatever else is filled in.
  def least_numbers(type)
    { relationship: { from_least: 1, from_most: nil, to_least: 1, to_most: nil, identifying: false },
      subtype_group: { subtype_ids: [] } }.fetch(type.kind, {})
  end

  def target(draft, field)
    id = field.to.filter_map { |kind| draft.model.all(kind).last&.id }.first
    field.references? ? [ id ].compact : id
  end

  def value(field, turn)
    case field.type
    when :flag then turn.zero?
    when :choice then field.values[[ 1 + turn, field.values.size - 1 ].min]
    when :integer then field.name == :limit ? 900 + turn : 3 + turn
    when :number then 1.5 + turn
    when :digest then (10 + turn).to_s * 32
    when :native_type then Kelvath::Metamodel::NativeType.of("varchar", arguments: [ 30 + turn ])
    when :options then { "deferrable" => turn.zero? ? "yes" : "initially deferred" }
    when :names then [ "one", "two#{turn}" ]
    else "#{field.name} “#{turn}” Ünï"
    end
  end
end
