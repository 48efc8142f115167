# frozen_string_literal: true

# Fresh ids for the whole process: the core's ULIDs with this machine's clock and chance.
module Ids
  # Chance of its own: for a process that begins as a copy of another.
  def self.renew
    clock = -> { (Time.now.to_f * 1000).floor }
    @source = Kelvath::Ulid.new(clock:, random: Random.new(Random.new_seed))
  end
  renew

  def self.next = @source.next
end
