# frozen_string_literal: true

module Kelvath
  module Platforms
    # What the server calls constraints, indexes and sequences that nobody named. The manual does not say it, the server
    # does it so: table, columns and what it is, in 63 bytes, with a number behind it where that is taken.
    module Postgresql::GivenNames
      ENDINGS = { primary: "pkey", unique: "key", foreign_key: "fkey", check: "check", index: "idx",
                  exclusion: "excl", sequence: "seq" }.freeze
      MOST = 63 # bytes of a name

      module_function

      # kind: of ENDINGS; table, columns: names; taken: names that are taken.
      def name(kind, table:, columns:, taken: [])
        joined = kind == :primary ? "" : columns.join("_")
        ending = ENDINGS.fetch(kind)
        (0..).lazy.map { |number| fitted(table, joined, number.zero? ? ending : "#{ending}#{number}") }
             .find { |name| !taken.include?(name) }
      end

      # The longer one of the two is made shorter first.
      def fitted(table, columns, ending)
        room = MOST - ending.bytesize - 1 - (columns.empty? ? 0 : 1)
        one, two = table.bytesize, columns.bytesize
        one > two ? one -= 1 : two -= 1 while one + two > room
        [ cut(table, one), *(cut(columns, two) unless columns.empty?), ending ].join("_")
      end

      def cut(text, bytes) = text.byteslice(0, bytes).scrub("")
    end
  end
end
