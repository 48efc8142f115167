# frozen_string_literal: true

module Kelvath
  module Derivation
    # The ids of what is derived: the same design, role and sources give the same id, so that deriving again
    # recognises its own.
    class Identity
      LENGTH = 26 # as many characters as other ids have; 130 bits

      def initialize(design_id)
        @design_id = design_id
      end

      # role: what the element is of its sources ("column", "primary key"); sources: ids on the logical side.
      #
      #   Identity.new(design.id).of("table", vessel.id)  # => "J4QK…"
      def of(role, *sources)
        digest = Digest::SHA256.digest([ @design_id, role, *sources ].join("\n"))
        digest.unpack1("B*").scan(/.{5}/).first(LENGTH).map { |bits| Ulid::ALPHABET[bits.to_i(2)] }.join
      end
    end
  end
end
