# frozen_string_literal: true

require "test_helper"

# A model is loaded in parts; nobody sees the difference.
class PartsTest < ActiveSupport::TestCase
  setup do
    @stored = ferries
    @designs = %w[sqlite postgresql].map do |platform|
      Kelvath::Starting.design(@stored.model, platform:, ids: Ids).tap do |design|
        @stored.journal.commit(design.change_set, by: "Ada")
      end
    end
    @whole = @stored.model
    ModelCache.clear
    @model = @stored.reload.model
  end

  def loaded = @designs.map(&:design_id) - @model.absent.keys
  def first = @designs.first.design_id

  test "what is asked for decides what is loaded" do
    @model.all(:entity).each do |entity|
      @model.children(entity.id, :attribute) + @model.referrers(entity.id, :diagram_node)
    end
    assert_equal [ 2, [] ], [ @model.all(:design).size, loaded ]
    tables = Kelvath::Metamodel::Design.tables(@model, first)
    assert_equal [ @whole.children(first, :table).map(&:id), [ first ] ], [ tables.map(&:id), loaded ]
    assert_equal @whole.children(@designs.last.diagram_id, :diagram_node),
                 @model.children(@designs.last.diagram_id, :diagram_node)
    assert_empty @model.absent
    assert_equal @whole, @model
  end

  test "findings of the logical side need no design, and are the same as those of the whole" do
    parts = [ nil, *@designs.map(&:design_id) ]
    found = parts.map do |part|
      Kelvath::Findings::Report.of(@model, part:).findings.tap { assert_equal part.nil? ? [] : [ *loaded ], loaded }
    end
    assert_equal Kelvath::Findings.of(@whole).map(&:key).sort, found.flatten.map(&:key).sort
  end

  # Models made before and after a part was loaded are the same, whoever changed what meanwhile.
  test "a part is as it was when the model was made" do
    old = @model
    vessel = entity(old, "Vessel")
    @stored.journal.commit(Kelvath::Editing.set(@stored.model, vessel.id, "definition", "Floats."), by: "Ada")
    @model = @stored.model
    assert_empty loaded # nothing of a design was touched
    table = Kelvath::Metamodel::Design.tables(@stored.model, first).first
    @stored.journal.commit(Kelvath::Editing.set(@stored.model, table.id, "comment", "Later."), by: "Ada")
    @stored.journal.commit(Kelvath::Editing.remove(@stored.model, [ @designs.last.design_id ], ids: Ids), by: "Bea")
    assert_equal [ @whole[table.id], @whole.children(@designs.last.design_id, :table).size ],
                 [ old[table.id], old.children(@designs.last.design_id, :table).size ]
    2.times { @stored.journal.undo(by: "Ada") }
    @stored.journal.undo(by: "Bea")
    ModelCache.clear
    assert_equal @whole, @stored.reload.model
  end

  # The change of another process is applied to a model that lacks what it touches.
  test "a part that another process changes is loaded as it was before" do
    known = ModelCache.fetch(@stored)
    table = Kelvath::Metamodel::Design.tables(@whole, first).first
    change = Kelvath::Editing.set(@whole, table.id, "comment", "From elsewhere.")
    after = change.apply(@whole)
    StoredModel.where(id: @stored.id).update_all(revision: known.revision + 1)
    ElementStore.write(@stored.id, change, after)
    @stored.journal_entries.create!(revision: known.revision + 1, person: "Bea", kind: "change", label: "Elsewhere",
                                    change_set: change)
    assert_equal after, @stored.reload.model
  end
end
