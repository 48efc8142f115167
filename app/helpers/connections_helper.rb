# frozen_string_literal: true

module ConnectionsHelper
  TLS_WORDS = { "no" => "is not encrypted", "if there" => "is encrypted if the server can",
                "always" => "is always encrypted",
                "verified" => "is encrypted, and the server's certificate is checked" }.freeze
  STEP_MARKS = { true => [ "✓", "text-moss", "passed" ], false => [ "✕", "text-rust", "failed" ],
                 nil => [ "·", "text-soft", "not come to" ] }.freeze

  # What the form says when something of it cannot be.
  def connection_fault(connection, field)
    words = connection.errors[field].first or return
    tag.p(words.match?(/\A[a-z]/) ? connection.errors.full_messages_for(field).first : words,
          class: "pt-1 text-rust", role: "alert")
  end

  # [[title, key], …] of platforms whose databases can be reached.
  def reachable_platforms = Connectors.platforms.map { |key| [ Kelvath::Platforms.fetch(key).title, key ] }
end
