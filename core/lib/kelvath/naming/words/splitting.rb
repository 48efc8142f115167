# frozen_string_literal: true

module Kelvath
  module Naming
    # A name as its words, however it parts them: by blanks, marks, or capitals within.
    module Splitting
      # Between a small letter or digit and a capital; before the last capital of several that begin a word.
      HUMPS = /(?<=[[:lower:]\d])(?=[[:upper:]])|(?<=[[:upper:]])(?=[[:upper:]][[:lower:]]{2})/
      PARTINGS = /[^[[:alnum:]]]+/

      module_function

      # "CrewMember's GPSPosition_2" => ["Crew", "Members", "GPS", "Position", "2"]
      def parts(name)
        text = name.ascii_only? ? name : name.unicode_normalize(:nfc)
        text = text.gsub(/(?<=[[:alnum:]])['’](?=[[:alpha:]])/, "") if text.match?(/['’]/)
        text = text.gsub(HUMPS, " ") if text.match?(HUMPS)
        text.split(PARTINGS).reject(&:empty?)
      end
    end
  end
end
