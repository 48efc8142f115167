# frozen_string_literal: true

# Words that a run needs once and nobody may read where it waits: how a database is reached.
module Sealed
  PURPOSE = "how a database is reached"

  module_function

  # A Hash of texts as one text that only this application can open, for a short while.
  def seal(values) = encryptor.encrypt_and_sign(values.to_json, purpose: PURPOSE, expires_in: 10.minutes)

  # The inverse. Raises Kelvath::Error for what was not sealed here, or too long ago.
  def open(text)
    JSON.parse(encryptor.decrypt_and_verify(text, purpose: PURPOSE))
  rescue ActiveSupport::MessageEncryptor::InvalidMessage, JSON::ParserError, TypeError
    raise Kelvath::Error, "How the database is reached is no longer known; enter it again."
  end

  def encryptor
    key = Rails.application.key_generator.generate_key(PURPOSE, ActiveSupport::MessageEncryptor.key_len)
    ActiveSupport::MessageEncryptor.new(key, serializer: ActiveSupport::MessageEncryptor::NullSerializer)
  end
  private_class_method :encryptor
end
