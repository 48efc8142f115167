# frozen_string_literal: true

# Fresh ids for the whole process: the core's ULIDs with this machine's clock and chance.
module Ids
  SOURCE = Kelvath::Ulid.new(clock: -> { (Time.now.to_f * 1000).floor }, random: Random.new(Random.new_seed))

  def self.next = SOURCE.next
end
