# frozen_string_literal: true

module Kelvath
  module Derivation
    # The result of a derivation as one field of the design: JSON of its elements, deflated, in base64.
    module Base
      module_function

      def pack(elements) = [ Zlib.deflate(JSON.generate(elements.map(&:to_h)), Zlib::BEST_SPEED) ].pack("m0")

      # The elements packed before; none for a design that was never derived.
      def unpack(text) = text.to_s.empty? ? [] : JSON.parse(Zlib.inflate(text.unpack1("m0"))).map { |hash| Metamodel.kept_element(hash) }
    end
  end
end
