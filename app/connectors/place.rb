# frozen_string_literal: true

require "digest"

# Where a run belongs: the address and the user, and what the server says it is. A host's name may lead elsewhere
# tomorrow, and a file may be exchanged for another one of its name. Plain Ruby.
class Place
  WORDS = { "platform" => "another platform", "host" => "another host", "port" => "another port",
            "database" => "another database", "user" => "another user", "role" => "another role",
            "server" => "another server under the same address", "file" => "another file under the same name",
            "size" => "a file that has been written to since" }.freeze

  attr_reader :facts

  # database: a connector that is open.
  def self.of(target, database)
    new({ "platform" => target.platform, "host" => target.host.to_s, "port" => target.port.to_s,
          "database" => target.database.to_s, "user" => target.user.to_s, "role" => target.role.to_s,
          **database.identity })
  end

  # facts: { one of WORDS => text }, as #facts answers them.
  def initialize(facts) = @facts = facts

  # In what another place is another one, in words; nil for the same. size: does the size of a file count?
  def other_than(place, size: true)
    name = WORDS.keys.find { |each| facts[each] != place.facts[each] && (size || each != "size") }
    name && WORDS.fetch(name)
  end

  # The database itself, whoever signs in by whatever way: one run at a time is for it.
  def key
    named = facts["server"] || facts["file"] ? facts.slice("platform", "server", "file", "database") :
                                               facts.slice("platform", "host", "port", "database")
    named = named.except("database") if facts["file"]
    Digest::SHA256.hexdigest(named.sort.flatten.join("\0"))[0, 32]
  end
end
