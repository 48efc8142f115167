# frozen_string_literal: true

# Values of this process that are made from the ones before: the few that were used last, each under a lock
# of its own, so that who waits for one large model holds nobody else up.
class Latest
  Slot = Struct.new(:lock, :value, :weight)

  # kept: how many values stay; most: and how much all of them may weigh, in the unit of the block, which weighs one
  # value. The one used last stays whatever it weighs.
  def initialize(kept, most: Float::INFINITY, &weigh)
    @kept = kept
    @most = most
    @weigh = weigh
    @lock = Mutex.new
    @slots = {}
  end

  # Yields the value of a key (nil if there is none); keeps and answers what the block makes of it.
  def fetch(key)
    slot = slot(key)
    slot.lock.synchronize { slot.value = yield(slot.value) }.tap { |value| weigh(slot, value) if @weigh }
  end

  def clear = @lock.synchronize { @slots.clear }

  private

  # The slot that is asked for becomes the last to go.
  def slot(key)
    @lock.synchronize do
      slot = @slots.delete(key) || Slot.new(Monitor.new, nil, 0)
      @slots[key] = slot
      @slots.shift while @slots.size > @kept
      slot
    end
  end

  def weigh(slot, value)
    weight = value.nil? ? 0 : @weigh.call(value)
    @lock.synchronize do
      slot.weight = weight
      @slots.shift while @slots.size > 1 && @slots.each_value.sum(&:weight) > @most
    end
  end
end
