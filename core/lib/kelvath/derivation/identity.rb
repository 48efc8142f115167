# frozen_string_literal: true

module Kelvath
  module Derivation
    # The ids of what is derived: the same design, role and sources give the same id, so that deriving again
    # recognises its own.
    class Identity
      # Two characters of an id for each ten bits; its alphabet is Crockford's base 32, as in a ULID.
      PAIRS = Array.new(1024) { |number|
        number.to_s(32).rjust(2, "0").tr("a-v", "A-HJKMNP-TV-Z").freeze
      }.freeze

      def initialize(design_id)
        @design_id = design_id
        @digest = Digest::SHA256.new
      end

      # role: what the element is of its sources ("column", "primary key"); sources: ids on the logical side.
      #
      #   Identity.new(design.id).of("table", vessel.id)  # => "J4QK…"
      def of(role, *sources)
        @digest.update("#{@design_id}\n#{role}\n#{sources.size == 1 ? sources.first : sources.join("\n")}")
        characters(*@digest.digest!.unpack("N4C"))
      end

      private

      # The first 130 bits, ten by ten, of four words of 32 bits and a byte. Written out: every part of every design
      # gets its id here.
      def characters(one, two, three, four, five)
        "#{PAIRS[one >> 22]}#{PAIRS[one >> 12 & 1023]}#{PAIRS[one >> 2 & 1023]}" \
          "#{PAIRS[(one & 3) << 8 | two >> 24]}#{PAIRS[two >> 14 & 1023]}#{PAIRS[two >> 4 & 1023]}" \
          "#{PAIRS[(two & 15) << 6 | three >> 26]}#{PAIRS[three >> 16 & 1023]}#{PAIRS[three >> 6 & 1023]}" \
          "#{PAIRS[(three & 63) << 4 | four >> 28]}#{PAIRS[four >> 18 & 1023]}#{PAIRS[four >> 8 & 1023]}" \
          "#{PAIRS[(four & 255) << 2 | five >> 6]}"
      end
    end
  end
end
