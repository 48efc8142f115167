# frozen_string_literal: true

require_relative "platforms/platform"
require_relative "platforms/sqlite"
require_relative "platforms/postgresql"

module Kelvath
  # The platforms a design can be for, one file each.
  module Platforms
    ALL = [ Sqlite, Postgresql ].to_h { |platform| [ platform.key, platform.new ] }.freeze

    # The platform of that key. Raises UnknownName listing the known ones.
    def self.fetch(key)
      ALL.fetch(key.to_s.downcase) { raise UnknownName, "There is no platform “#{key}”; known are #{ALL.keys.join(', ')}." }
    end
  end
end
