# frozen_string_literal: true

# Where a database is and who asks for it; the secret is told to nobody else. platform: its key; database: its name, or
# the name of a file; role: taken after signing in, "" for none; tls: one of TLS.
Target = Struct.new(:platform, :host, :port, :database, :user, :secret, :role, :tls, keyword_init: true) do
  # As people read it: "harbour on 127.0.0.1:5432".
  def title = host.to_s.empty? ? database : "#{database} on #{host}:#{port}"

  def inspect = "#<Target #{platform} #{title}>"
  alias_method :to_s, :inspect
end

# How a connection is kept from those who listen.
Target::TLS = [ "no", "if there", "always", "verified" ].freeze
