# frozen_string_literal: true

require "core_test_helper"

# The gate: what may stand in a field, whoever brings it.
class ValueCheckTest < CoreTest
  TYPES = { name: {}, text: {}, choice: { values: %w[a b] }, reference: { to: :entity }, references: { to: :entity },
            names: {}, flag: {}, integer: {}, number: {} }.freeze
  GOOD = { name: [ "A", "", "é" ], text: [ "A\n\tb", "x" * 200_000 ], choice: %w[a b], reference: [ nil, "01J.x-y" ],
           references: [ [], %w[a b.c] ], names: [ [ "a b" ] ],
           flag: [ true, false ], integer: [ nil, 0, -(2**53) ], number: [ nil, 1, -0.5 ] }.freeze
  BAD = { name: [ nil, 1, {}, "a\u0000", "a\fb", "x" * 1001, "\xFF", "a\xE9".b ],
          text: [ nil, [], "a\u0007", "x" * 500_001 ], choice: [ "c", nil, 1 ], reference: [ 1, "a b", "", {}, "<x>" ],
          references: [ nil, "a", [ 1 ], [ "a\nb" ], [ [] ] ], names: [ "a", [ nil ], [ "a\u0001" ], {} ],
          flag: [ nil, "yes", 1 ], integer: [ 1.5, "1", 2**60 ],
          number: [ "1", Float::NAN, Float::INFINITY, 1e300, [] ] }.freeze

  def field(type) = Metamodel::Field.new(:thing, type, **TYPES.fetch(type))

  def test_what_fits_and_what_does_not
    GOOD.each { |type, values| values.each { |value| assert_nil Metamodel::ValueCheck.fault(field(type), value),
                                                                "#{type} #{value.inspect[0, 40]}" } }
    BAD.each { |type, values| values.each { |value| assert_match(
      /\AThing .*\.\z/m, Metamodel::ValueCheck.fault(field(type), value).to_s, "#{type} #{value.inspect[0, 40]}"
    ) } }
  end

  def test_every_bad_value_is_stopped_at_the_gate
    BAD.slice(:text, :name).each do |type, values|
      values.each do |value|
        change = ChangeSet.new(updates: [ ChangeSet::Update.new(id: entity(ferries, "Vessel").id, field: type == :name ?
            :name :
            :definition, before: "", after: value) ])
        assert_raises(InvalidChange, value.inspect[0, 40]) { Invariants.check(change, change.apply(ferries)) }
      end
    end
    note = Metamodel::DiagramNote.new(id: "note", parent_id: ferries.all(:diagram).first.id, text: 7, x: "left")
    change = ChangeSet.new(additions: [ note ])
    assert_equal 2, assert_raises(InvalidChange) { Invariants.check(change, change.apply(ferries)) }.problems.size
  end

  # Once written, it is read back whatever the gate says by then, and what brings it back is not refused.
  def test_what_was_written_once_is_never_refused
    odd = entity(ferries, "Vessel").with(definition: "bell \a", name: "x" * 5000)
    kept = ChangeSet.from_h(JSON.parse(JSON.generate(ChangeSet.new(removals: [ odd ]).to_h)))
    assert_equal odd, kept.removals.first
    back = ChangeSet.new(
      additions: [ odd.with(name: "Odd").then { |element| Metamodel::Entity.new(id: "odd", **element.values) } ]
    )
    Invariants.check(back, back.apply(ferries), restoring: true)
    assert_raises(InvalidChange) { Invariants.check(back, back.apply(ferries)) }
  end

  def test_what_comes_from_elsewhere_is_mended
    name, text = field(:name), field(:text)
    { [ name, "a\nb\u0001c  d " ] => "a b c d", [ name, "x" * 2000 ] => "x" * 1000, [ text, "a\fb" ] => "a b",
      [ text, "caf\xE9".b ] => "caf\uFFFD", [ text, "ok\nok" ] => "ok\nok" }.each do |(field, raw), mended|
      assert_equal mended, Metamodel::ValueCheck.mended(field, raw)
      assert_nil Metamodel::ValueCheck.fault(field, mended)
    end
  end
end
