# frozen_string_literal: true

# Fresh ids for the whole process: the core's ULIDs with this machine's clock and chance.
module Ids
  # Chance of its own: for a process that begins as a copy of another.
  def self.renew
    clock = -> { Process.clock_gettime(Process::CLOCK_REALTIME, :millisecond) }
    @source = Kelvath::Ulid.new(clock:, random: Random.new(Random.new_seed))
  end
  renew

  def self.next = @source.next
end
