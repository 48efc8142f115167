# frozen_string_literal: true

# The hosts and ports whose databases may be reached: those that whoever runs the application names in
# KELVATH_DATABASE_HOSTS, with commas between ("127.0.0.1, db.harbour.example:5432, 10.0.0.7:3306-3310"); this machine,
# on any port that a program may take without rights, if nothing is named. Plain Ruby.
module DatabaseHosts
  USUAL = "127.0.0.1:1024-65535,localhost:1024-65535"
  PORTS = (1..65_535).freeze
  # A name of the internet's (RFC 1123), or an address: nothing that some library takes for a file, a socket or a list.
  LABEL = /[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?/i
  HOST = /\A(?=.{1,253}\z)#{LABEL}(?:\.#{LABEL})*\z|\A[0-9a-f]*:[0-9a-f:.]+\z/i

  module_function

  # { host => [Range of ports, …] }
  def allowed
    entries = ENV.fetch("KELVATH_DATABASE_HOSTS", USUAL).split(",").map(&:strip).reject(&:empty?)
    entries.map { |entry| parted(entry) }.group_by(&:first).transform_values { |list| list.map(&:last) }
  end

  # [host, Range of ports] of an entry.
  def parted(entry)
    return [ entry, PORTS ] if entry.count(":") > 1 && !entry.start_with?("[") # an address (RFC 4291) without a port

    host, first, last = entry.match(/\A\[?([^\]]+?)\]?(?::(\d+)(?:-(\d+))?)?\z/).captures
    [ host, first ? Integer(first, 10)..Integer(last || first, 10) : PORTS ]
  end
  private_class_method :parted

  # Names, as they are offered.
  def all = allowed.keys

  # A host and port that may be reached. Raises Kelvath::Error.
  def check(host, port)
    unless host.match?(HOST)
      raise Kelvath::Error, "“#{host[0, 60]}” is no host: it is a name such as “db.example”, or an address."
    end
    unless PORTS.cover?(port)
      raise Kelvath::Error, "A port is a number from 1 to 65535, such as 5432."
    end

    ports = allowed[host]
    unless ports
      raise Kelvath::Error, "Databases on “#{host[0, 60]}” are not to be reached from here. Whoever runs Kelvath " \
                            "names hosts in KELVATH_DATABASE_HOSTS: #{all.join(', ')}."
    end
    return if ports.any? { |range| range.cover?(port) }

    raise Kelvath::Error, "Port #{port} of #{host} is not to be reached from here; KELVATH_DATABASE_HOSTS allows " \
                          "#{ports.map { |range| range.minmax.uniq.join(' to ') }.join(', ')}."
  end
end
