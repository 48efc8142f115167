# frozen_string_literal: true

# The hosts whose databases may be read: those that whoever runs the application names in KELVATH_DATABASE_HOSTS, with
# commas between; this machine, if nothing is named.
module DatabaseHosts
  module_function

  # Names, as they are offered.
  def all = ENV.fetch("KELVATH_DATABASE_HOSTS", "127.0.0.1").split(",").map(&:strip).reject(&:empty?)

  # A host that may be reached. Raises Kelvath::Error.
  def check(host)
    return host if all.include?(host)

    raise Kelvath::Error, "Databases on “#{host.truncate(60)}” are not to be read from here; hosts are named in " \
                          "KELVATH_DATABASE_HOSTS: #{all.join(', ')}."
  end
end
