# frozen_string_literal: true

module Kelvath
  module Renaming
    # Names given out together so that giving them out again changes nothing: who has the wanted name
    # keeps it, who has it with a number keeps that while the bare one is taken, others get what is free.
    class Assigning
      # taken: Naming::TakenNames of those that stand, whatever is wanted; what is given out is taken there, too.
      def initialize(taken)
        @taken = taken
      end

      # wanted: { id => [name now, name wanted, longest it may be in bytes or nil] } -> { id => name }.
      def names(wanted)
        exact, others = wanted.sort_by(&:first).partition { |_, (now, want)| now == want && @taken.claim(now) }
        given = exact.to_h { |id, (now, _)| [ id, now ] }
        numbered, fresh = others.partition do |_, (now, want, limit)|
          now != want && !@taken.free?(want) && @taken.variant?(now, want, limit:) && @taken.claim(now)
        end
        given.merge(numbered.to_h { |id, (now, _)| [ id, now ] },
                    fresh.to_h { |id, (_, want, limit)| [ id, @taken.take(want, limit:) ] })
      end
    end
  end
end
