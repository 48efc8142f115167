# frozen_string_literal: true

module Kelvath
  # Makes ULIDs (the public ULID specification: 48 bits of milliseconds, 80 bits of chance, written
  # in Crockford's base 32), rising even within one millisecond so that ids sort in order of making.
  #
  # Clock and chance are handed in, so that tests and generators are repeatable:
  #
  #   Ulid.new(clock: -> { 0 }, random: Random.new(1)).next  # => "00000000000W…" (26 characters)
  class Ulid
    ALPHABET = "0123456789ABCDEFGHJKMNPQRSTVWXYZ"
    PATTERN = /\A[0-9A-HJKMNP-TV-Z]{26}\z/
    CHANCE_BITS = 80

    # clock: answers milliseconds since 1970; random: a Random.
    def initialize(clock:, random:)
      @clock = clock
      @random = random
      @last_time = -1
      @chance = 0
      @lock = Mutex.new
    end

    # The next id, greater than every one before it.
    def next
      @lock.synchronize do
        now = [ @clock.call, @last_time ].max
        @chance = now == @last_time ? @chance + 1 : @random.rand(1 << (CHANCE_BITS - 1))
        @last_time = now
        encode((now << CHANCE_BITS) | @chance)
      end
    end

    private

    def encode(number)
      digits = number.to_s(32).rjust(26, "0")
      digits.tr("0123456789abcdefghijklmnopqrstuv", ALPHABET)
    end
  end
end
