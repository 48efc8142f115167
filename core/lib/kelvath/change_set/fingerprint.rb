# frozen_string_literal: true

module Kelvath
  class ChangeSet
    # What a change is known by: two that do the same to one model have the same fingerprint, whatever ids they give to
    # what is new. What is confirmed by it is what was shown.
    module Fingerprint
      LENGTH = 32 # hexadecimal digits of SHA-256

      GIVEN = /[0-9A-HJKMNP-TV-Z]{26}/ # an id that was made for something new (ULID)

      # change: a ChangeSet, or several; others: texts that count, too. Answers a text.
      def self.of(*changes, others: [])
        parts = changes.map do |change|
          numbers = change.additions.each_with_index.to_h { |element, index| [ element.id, "new-#{index}" ] }
          JSON.generate(change.to_h).gsub(GIVEN) { |id| numbers.fetch(id, id) }
        end
        Digest::SHA256.hexdigest([ *parts, *others ].join("\0"))[0, LENGTH]
      end
    end
  end
end
