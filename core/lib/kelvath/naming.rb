# frozen_string_literal: true

require "digest"

module Kelvath
  # Business names to database names and back, by plain rules.
  module Naming
    HASH_LENGTH = 6

    module_function

    # "Crew Member" => "crew_member". Letters and digits of any script stay; all else parts words.
    # limit: bytes the platform allows; a longer name is cut and ends in a hash of the whole.
    def physical(name, limit: nil)
      words = name.unicode_normalize(:nfc).gsub(/['’]/, "").gsub(/(?<=[[:lower:]\d])(?=[[:upper:]])/, "_")
      shorten(words.gsub(/[^[[:alnum:]]]+/, "_").gsub(/\A_+|_+\z/, "").downcase.then { |text| text.empty? ? "unnamed" : text }, limit)
    end

    # "crew_member" => "Crew Member"; a name wholly in capitals keeps them, since it may be abbreviated.
    def words(name)
      parts = name.gsub(/(?<=[[:lower:]\d])(?=[[:upper:]])/, "_").split(/[_\s.$#-]+/).reject(&:empty?)
      parts = parts.map { |part| part.sub(/\A[[:lower:]]/, &:upcase) } unless name == name.upcase
      parts.empty? ? name : parts.join(" ")
    end

    # Cuts to a number of bytes, keeping names that differ apart.
    def shorten(name, limit)
      return name if limit.nil? || name.bytesize <= limit

      tail = "_#{Digest::SHA256.hexdigest(name)[0, HASH_LENGTH]}"
      "#{name.byteslice(0, limit - tail.bytesize).scrub('').delete_suffix('_')}#{tail}"
    end

    # The names taken in one scope; gives out free ones.
    class Scope
      def initialize(limit: nil)
        @limit = limit
        @taken = Set.new
      end

      # The name itself, or with _2, _3 … behind it.
      def take(name)
        candidate = Naming.shorten(name, @limit)
        number = 1
        until @taken.add?(candidate.downcase)
          number += 1
          candidate = "#{Naming.shorten(name, @limit && @limit - number.to_s.length - 1)}_#{number}"
        end
        candidate
      end
    end
  end
end
