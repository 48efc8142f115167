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
    FOLLOWING = ALPHABET.chars.each_cons(2).to_h.freeze

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
        @last = following(now) || encode((now << CHANCE_BITS) | @chance)
        @last_time = now
        @last
      end
    end

    private

    # Within a millisecond only the last digit moves on, mostly; that is quicker than encoding anew.
    def following(now)
      digit = FOLLOWING[@last[-1]] if now == @last_time
      @last[0, 25] << digit if digit
    end

    def encode(number)
      digits = number.to_s(32).rjust(26, "0")
      digits.tr("0123456789abcdefghijklmnopqrstuv", ALPHABET)
    end
  end
end
