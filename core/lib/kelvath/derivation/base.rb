# frozen_string_literal: true

module Kelvath
  module Derivation
    # The result of a derivation or an intake, as it is kept beside models: once, by what it holds. A design names it
    # by its digest.
    #
    # content: JSON of the elements, deflated.
    Base = Struct.new(:digest, :content) do
      # The Base of elements.
      def self.of(elements)
        content = Zlib.deflate(JSON.generate(elements.map(&:to_h)), Zlib::BEST_SPEED)
        kept(content)
      end

      # The Base of a content.
      def self.kept(content) = new(digest_of(content), content)

      # The digest by which a design names a content.
      def self.digest_of(content) = Digest::SHA256.hexdigest(content)

      # The elements again.
      def elements = JSON.parse(Zlib.inflate(content)).map { |hash| Metamodel.kept_element(Upgrading.element(hash)) }
    end
  end
end
