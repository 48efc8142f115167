# frozen_string_literal: true

require "test_helper"

class CheckpointTest < ActiveSupport::TestCase
  test "an old state is the same, however far away, and the way back is gone once" do
    stored = ferries
    vessel = entity(stored.model, "Vessel")
    states = 7.times.to_h do |number|
      stored.journal.commit(Kelvath::Editing.set(stored.model, vessel.id, "definition", "Version #{number}."),
                            by: "Ada")
      [ stored.revision, stored.model ]
    end
    every(3) do
      states.each { |revision, model| assert_equal model, stored.model_at(revision), revision }
      assert_equal [ 3, 6 ], Checkpoint.where(model_id: stored.id).order(:revision).pluck(:revision)

      stored.journal_entries.where(revision: 7..).delete_all # nothing beyond a checkpoint is asked for
      assert_equal states.fetch(4), stored.model_at(4)
    end
    stored.discard
    assert_empty Checkpoint.all
  end

  test "what was used longest ago goes first, until the rest is light enough" do
    latest = Latest.new(10, most: 100) { |value| value }
    { a: 40, b: 50, c: 30 }.each { |key, weight| latest.fetch(key) { weight } }
    assert_equal [ nil, 50, 30 ], %i[a b c].map { |key| latest.fetch(key) { |known| known } }
    assert_equal 500, latest.fetch(:d) { |known| known || 500 }
    assert_equal [ 500, nil ], %i[d c].map { |key| latest.fetch(key) { |known| known } }
  end

  private

  def every(number)
    was = Checkpoint::EVERY
    silence_warnings { Checkpoint.const_set(:EVERY, number) }
    yield
  ensure
    silence_warnings { Checkpoint.const_set(:EVERY, was) }
  end
end
