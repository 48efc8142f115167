# frozen_string_literal: true

require "core_test_helper"
require_relative "../random_works"
require_relative "../platforms/random_changes"

# Sides made at random: what is taken makes them alike, never breaks a rule, and can be taken back.
class MergingAtRandomTest < CoreTest
  Side = Merging::Side

  def test_whole_models
    12.times do |seed|
      random = Random.new(seed)
      left, right = [ ferries, ferries ].map { |model| worked(model, random, steps: 8) }
      right = in_other_ids(right) if seed.odd?
      assert_merges(Side.new(model: left), Side.new(model: right), random, "seed #{seed}")
    end
  end

  def test_designs
    %w[postgresql mariadb sqlite].each do |platform|
      6.times do |seed|
        before, after, design = RandomChanges.new(Platforms.fetch(platform), seed,
                                                  types: ->(_) { %w[integer date varchar(9)] }).changed(steps: 12)
        assert_merges(Side.new(model: before, root_id: design), Side.new(model: after, root_id: design),
                      Random.new(seed), "#{platform} #{seed}")
      end
    end
  end

  private

  def worked(model, random, steps:)
    steps.times do
      change = RandomWorks.instance_exec(model, random, ids, &RandomWorks::WORKS.values.sample(random:)) or next
      after = change.apply(model)
      Invariants.check(change, after)
      model = after
    rescue InvalidValue, InvalidChange
      next
    end
    model
  end

  def in_other_ids(model)
    others = model.elements.transform_values { ids.next }
    Model.of(model.elements.values.map { |each| Matching::OtherIds.element(each, others) })
  end

  def assert_merges(left, right, random, message)
    comparison = Merging.compare(left, right)
    refute_empty comparison.differences, message
    keys = comparison.by_key.keys
    [ comparison, comparison.flipped ].each { |each| assert_alike(each, keys, message) }
    3.times { assert_part(comparison, keys.select { random.rand < 0.3 }, message) }
  end

  def assert_alike(comparison, keys, message)
    taking = taken(comparison, keys, message)
    result = Side.new(model: taking.result, root_id: comparison.left.root_id)
    wording = Merging::Wording.new(again = Merging.compare(result, comparison.right))
    assert_empty again.differences.map { |each| [ wording.title(each), *wording.texts(each) ] }, message
    assert_empty taking.needed, message
  end

  def assert_part(comparison, keys, message)
    taking = taken(comparison, keys, message)
    assert_empty keys - taking.keys
    came = taking.taken.select { |each| each.way == :right_only }
                 .to_h { |each| [ comparison.original(each.id).id, each.id ] }
    said = comparison.correspondence.ids.merge(came)
    still = Merging.compare(Side.new(model: taking.result, root_id: comparison.left.root_id), comparison.right, said:)
    assert_empty still.by_key.keys & taking.keys, message
  end

  def taken(comparison, keys, message)
    taking = Merging::Taking.new(comparison, keys, ids:)
    all = ChangeSet.new(additions: taking.result.elements.values)
    assert_empty Invariants.new(all, taking.result).problems.map(&:message), message
    assert_empty taking.problems, message
    assert_equal comparison.left.model, taking.change_set.inverse.apply(taking.result), message
    taking
  end
end
