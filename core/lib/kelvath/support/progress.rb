# frozen_string_literal: true

module Kelvath
  # How long work says how far it is: `progress.step(done, total, "reading table VSL")`.
  # The caller hands in a block; without one, nothing is reported.
  class Progress
    # A reporter that tells nobody.
    def self.none = @none ||= new

    def initialize(&listener)
      @listener = listener
    end

    # done and total count the same things; what names the one at hand.
    def step(done, total, what)
      @listener&.call(done, total, what)
    end
  end
end
