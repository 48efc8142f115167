# frozen_string_literal: true

require "test_helper"

# Many write at once: nobody freezes anybody, and nothing is lost.
class WritingTogetherTest < ActiveSupport::TestCase
  self.use_transactional_tests = false

  setup { @stored = ferries }
  teardown { StoredModel.destroy_all }

  def define(entity, text, stored = StoredModel.find(@stored.id))
    stored.journal.commit(Kelvath::Editing.set(stored.model, entity.id, "definition", text), by: "Ada")
  end

  # The journal from its beginning, the tables, and what the process knows.
  def assert_whole
    replayed = @stored.journal_entries.order(:revision).reduce(Kelvath::Model::EMPTY) do |model, entry|
      entry.change_set.apply(model)
    end
    assert_equal replayed, Kelvath::Model.of(ElementStore.read(@stored.id))
    assert_equal replayed, @stored.reload.model
    assert_equal @stored.journal_entries.count, @stored.revision
  end

  # Else a page would say that it shows what it was never sent.
  test "what is told goes up to the model that is painted, though another is written while it is asked for" do
    seen = @stored.revision
    vessel, fare = %w[Vessel Fare].map { |name| entity(@stored.model, name) }
    define(vessel, "The first.")
    asking = StoredModel.find(@stored.id)
    define(fare, "The second.")
    told = News.since(asking, seen)
    assert_equal [ seen + 2, "The second." ], [ told.entry.revision, told.after.fetch(fare.id).definition ]
    assert_equal fare.definition, told.before.fetch(fare.id).definition
  end

  test "who waits for a locked database lets the other threads go on" do
    beats = 0
    beating = Thread.new { loop { sleep 0.01; beats += 1 } }
    other = SQLite3::Database.new(ActiveRecord::Base.connection_db_config.database)
    other.execute("BEGIN IMMEDIATE")
    letting_go = Thread.new { sleep 0.8; other.execute("COMMIT") }
    define(@stored.model.all(:entity).first, "Said while it was locked.")
    letting_go.join
    assert_operator beats, :>, 8
    assert_whole
  ensure
    beating.kill
    other.close
  end

  test "threads that write to one model at once all get their turn" do
    entities = @stored.model.all(:entity).first(6)
    entities.map.with_index { |entity, number|
      Thread.new { 8.times { |turn| define(entity, "Said #{number} #{turn}") } }
    }.each(&:join)
    assert_equal (0..5).map { |number| "Said #{number} 7" },
                 entities.map { |entity| @stored.reload.model[entity.id].definition }
    assert_equal 2 + 48, @stored.revision
    assert_whole
  end

  test "a change is fitted anew when another process was quicker, and the clash is told if it was the same field" do
    one, two = @stored.model.all(:entity).first(2)

    interfering(-> { define(one, "Quicker.") }) { define(two, "Slower.") }
    assert_equal %w[Quicker. Slower.], [ one, two ].map { |entity| @stored.reload.model[entity.id].definition }
    assert_raises(Kelvath::Conflict) do
      interfering(-> { define(one, "Quicker again.") }) { define(one, "Slower again.") }
    end
    assert_equal "Quicker again.", @stored.reload.model[one.id].definition
    assert_whole
  end

  test "an undo is fitted while the database is free, and fits what another process wrote meanwhile" do
    one, two = @stored.model.all(:entity).first(2)
    define(one, "Taken back.")
    free = nil
    interfering(-> { free = !StoredModel.connection.transaction_open?; define(two, "Quicker.") }) do
      @stored.journal.undo(by: "Ada")
    end
    assert free
    assert_equal [ one.definition, "Quicker." ], [ one, two ].map { |each| @stored.reload.model[each.id].definition }
    assert_whole
  end

  test "a page is told what has changed since it was painted, whoever did it" do
    diagram = @stored.model.all(:diagram).find { |each| each.stage == "concept" }
    one, two = @stored.model.children(diagram.id, :diagram_node).map { |node| @stored.model[node.element_id] }.first(2)
    first = define(one, "One.")
    second = define(two, "Two.")
    page = Repaint.new(@stored.reload, first, diagram_id: diagram.id, ledger_scope: "concept", selected: "")
    assert_equal [ one.id, two.id ].sort, page.scene_changes.boxes.sort,
                 "the latest scene is painted, with what both did"
    assert_equal [ "One.", "Two." ], page.ledger_changes.cells.map { |row, column| row.cells[column.name] }.sort
    assert_equal second.after, page.scene.model
  end

  test "older scenes, routers and ledgers are not kept alive" do
    diagram = @stored.model.all(:diagram).find { |each| each.stage == "logical" }
    entity = @stored.model.all(:entity).first
    alive = lambda do
      3.times { GC.start }
      [ Kelvath::Diagram::Scene, Kelvath::Diagram::Router, Kelvath::Ledger::AttributeLedger,
        Kelvath::Model ].map { |type| ObjectSpace.each_object(type).count }
    end
    work = ->(number) { Repaint.new(
      @stored, define(entity, "Said #{number}.", @stored), diagram_id: diagram.id, ledger_scope: "logical", selected: ""
    ).then { |page| [ page.scene_changes, page.ledger_changes ] } }
    5.times(&work)
    before = alive.call
    40.times(&work)
    alive.call.zip(before).each { |now, then_| assert_operator now, :<=, then_ + 6 }
  end

  private

  # Does something once, in between reading and writing of what the block commits.
  def interfering(interference)
    original = Kelvath::Invariants.method(:check)
    waiting = true
    Kelvath::Invariants.define_singleton_method(:check) do |*arguments, **options|
      original.call(*arguments, **options)
      next unless waiting

      waiting = false
      interference.call
    end
    yield
  ensure
    Kelvath::Invariants.define_singleton_method(:check, original)
  end
end
