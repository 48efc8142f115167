# frozen_string_literal: true

require "core_test_helper"

# Nobody's edit is written over without a word: the second of two is told what stands there by now.
class SeenTest < CoreTest
  def conflict(&block) = assert_raises(Conflict, &block).clashes.first

  def test_sentences
    vessel = entity(ferries, "Vessel")
    key = "means:#{vessel.id}"
    seen = Prose::Writer.new(ferries).chapters.flat_map { |chapter| chapter.sections.flat_map(&:sentences) }
                        .find { |sentence| sentence.key == key }.text
    theirs = Editing.set(ferries, vessel.id, :definition, "A ship.").apply(ferries)
    clash = conflict { Prose::Rewriting.change(theirs, key, "Vessel means: A boat.", ids:, seen:) }
    assert_equal [ "Vessel means: A boat.", "Vessel means: A ship." ], [ clash.yours, clash.theirs ]
    assert_equal "A boat.", Prose::Rewriting.change(ferries, key, "Vessel means: A boat.", ids:,
                                                    seen:).apply(ferries)[vessel.id].definition
    assert_equal theirs, Prose::Rewriting.change(theirs, key, "Vessel means: A ship.", ids:, seen:).apply(theirs),
                 "the same twice is no clash"
    has = Prose::Writer.new(ferries).chapters.flat_map { |chapter| chapter.sections.flat_map(&:sentences) }
                       .find { |sentence| sentence.key.start_with?("has:#{vessel.id}") }
    name = ferries.children(vessel.id, :attribute).find { |attribute| attribute.name == "Name" }
    renamed = Editing.set(ferries, name.id, :name, "Colour").apply(ferries)
    assert_match(/Colour/, conflict {
      Prose::Rewriting.change(renamed, has.key, has.text.sub("Name", "Title"), ids:, seen: has.text)
    }.theirs)
  end

  def test_custom_values
    draft = Draft.new(ferries, ids:)
    field = draft.add(:custom_field, name: "Owner", of: "entity")
    vessel = entity(ferries, "Vessel")
    Custom.set(draft, vessel.id, field.id, "Theirs", seen: "")
    clash = conflict { Custom.set(draft, vessel.id, field.id, "Mine", seen: "") }
    assert_equal %w[Mine Theirs], [ clash.yours, clash.theirs ]
    assert_raises(Conflict) do
      Ledger::Cells.change(draft.model, vessel.id, "custom-#{field.id}", "Mine", ids:, seen: "")
    end
    Custom.set(draft, vessel.id, field.id, "Mine", seen: "Theirs")
    assert_equal [ "Mine" ], Custom.values(draft.model, vessel).map(&:last)
  end
end
