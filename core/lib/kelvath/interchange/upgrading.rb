# frozen_string_literal: true

module Kelvath
  # What was stored by older versions, in the shape that it has today. Model files, tables and journals are read by way
  # of this; nothing else knows how things were.
  module Upgrading
    CONTENT = %r{\Ae[A-Z][A-Za-z0-9+/]+=*\z} # deflated, in base64

    # { [kind, field] => what makes today's value of an older one }
    FIELDS = {
      # Types were text in the standard's spelling.
      %w[column native_type] => lambda do |value|
        value.is_a?(String) ? Platforms::STANDARD.read_type(value) : Metamodel::NativeType.shared(value)
      end,
      # Designs held the base of their derivation themselves.
      %w[design base] => ->(value) { value.to_s.match?(CONTENT) ? Derivation::Base.digest_of(value.unpack1("m")) : value }
    }.freeze
    OF_KIND = FIELDS.keys.group_by(&:first).transform_values { |keys| keys.map(&:last) }.freeze
    OF_FIELD = FIELDS.transform_keys(&:last).freeze

    module_function

    # A hash as Element#to_h makes it, or as it was made once.
    def element(hash)
      fields = OF_KIND.fetch(hash["kind"]) { return hash }.select { |field| hash.key?(field) }
      hash.merge(fields.to_h { |field| [ field, OF_FIELD.fetch(field).call(hash[field]) ] })
    end

    # The value of a field in a change.
    def value(field, value) = OF_FIELD.key?(field) ? OF_FIELD.fetch(field).call(value) : value
  end
end
