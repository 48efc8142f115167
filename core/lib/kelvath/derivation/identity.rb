# frozen_string_literal: true

module Kelvath
  module Derivation
    # The ids of what is derived: the same design, role and sources give the same id, so that deriving again
    # recognises its own.
    class Identity
      # 33 hexadecimal digits are 132 bits; 26 characters of an id, as others have, are 130.
      DIGITS = 33
      LENGTH = 26

      def initialize(design_id)
        @design_id = design_id
      end

      # role: what the element is of its sources ("column", "primary key"); sources: ids on the logical side.
      #
      #   Identity.new(design.id).of("table", vessel.id)  # => "J4QK…"
      def of(role, *sources)
        digest = Digest::SHA256.hexdigest([ @design_id, role, *sources ].join("\n"))
        (digest[0, DIGITS].to_i(16) >> 2).to_s(32).rjust(LENGTH, "0").tr("a-v", "A-HJKMNP-TV-Z")
      end
    end
  end
end
