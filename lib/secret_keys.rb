# frozen_string_literal: true

require "json"
require "securerandom"
require "fileutils"

# The keys that secrets of connections are encrypted with: in a file of their own, for nobody else on the machine, so
# that whoever has the database, or a copy of it, has no secrets. KELVATH_KEYS names another place for it.
module SecretKeys
  NAMES = %w[primary_key deterministic_key key_derivation_salt].freeze

  module_function

  # { name => key }; made when they are asked for first. Raises Errno::EACCES and the like.
  def read(path)
    File.exist?(path) ? JSON.parse(File.read(path)).slice(*NAMES) : make(path)
  end

  # Whoever comes second finds what the first one made.
  def make(path)
    FileUtils.mkdir_p(File.dirname(path))
    own = "#{path}.#{Process.pid}.#{SecureRandom.hex(4)}"
    File.open(own, File::WRONLY | File::CREAT | File::EXCL, 0o600) do |file|
      file.write(JSON.generate(NAMES.to_h { |name| [ name, SecureRandom.alphanumeric(32) ] }))
    end
    begin
      File.link(own, path)
    rescue Errno::EEXIST
      nil
    end
    JSON.parse(File.read(path)).slice(*NAMES)
  ensure
    FileUtils.rm_f(own) if own
  end
end
