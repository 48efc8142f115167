# frozen_string_literal: true

# The latest of what is made from a model (a scene, a ledger), with what changed on the way to it. A page that
# shows an older one is told what has changed since, whoever did it; no older one is kept for that.
#
# since: the revision from which on the steps are known.
Trail = Struct.new(:revision, :value, :since, :steps, keyword_init: true) do
  # The trail one step further.
  def on(revision, value)
    longer = [ *steps, Trail::Step.new(revision, value.changed_since(self.value)) ]
    forgotten = longer.shift if longer.size > Trail::MOST
    Trail.new(revision:, value:, since: forgotten ? forgotten.revision : since, steps: longer)
  end

  # What each step after a revision changed, in order; nil if that is too long ago.
  def changes_since(revision) = (steps.select { |step| step.revision > revision }.map(&:changes) if revision >= since)
end

class Trail
  Step = Struct.new(:revision, :changes) # the revision it led to
  MOST = 60 # steps that are remembered

  # The trails of one kind that were used last.
  class Cache
    # most: what all values may weigh, by their #weight; make: (model, the rest of the key, the value before or nil)
    # -> the value.
    def initialize(kept, most:, &make)
      @latest = Latest.new(kept, most:) { |trail| trail.value.weight }
      @make = make
    end

    # The trail of a key ([model id, …]), at least up to a revision. The block answers the model to go on to, as
    # a ModelCache::Known; it is asked only if the trail does not reach that far.
    def fetch(key, revision)
      @latest.fetch(key) do |trail|
        next trail if trail && trail.revision >= revision

        known = yield
        value = @make.call(known.model, *key.drop(1), trail&.value)
        if trail
          trail.on(known.revision, value)
        else
          Trail.new(revision: known.revision, value:, since: known.revision, steps: [])
        end
      end
    end
  end
end
