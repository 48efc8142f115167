# frozen_string_literal: true

# Values of this process that are made from the ones before: the few that were used last, each under a lock
# of its own, so that who waits for one large model holds nobody else up.
class Latest
  Slot = Struct.new(:lock, :value)

  # kept: how many values stay.
  def initialize(kept)
    @kept = kept
    @lock = Mutex.new
    @slots = {}
  end

  # Yields the value of a key (nil if there is none); keeps and answers what the block makes of it.
  def fetch(key)
    slot = slot(key)
    slot.lock.synchronize { slot.value = yield(slot.value) }
  end

  def clear = @lock.synchronize { @slots.clear }

  private

  # The slot that is asked for becomes the last to go.
  def slot(key)
    @lock.synchronize do
      slot = @slots.delete(key) || Slot.new(Monitor.new)
      @slots[key] = slot
      @slots.shift while @slots.size > @kept
      slot
    end
  end
end
