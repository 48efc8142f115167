# frozen_string_literal: true

module Kelvath
  module Platforms
    # Scripts of Snowflake (its SQL reference).
    class Snowflake::Dialect < Reading::Dialect
      BLANKS = /(?:\s++|--[^\n]*+|\/\/[^\n]*+)+/
      CLIENT = /![a-z]+[^\n]*/i
      FILES = /snowflake/i
      SIGNS = { /\b(?:VARIANT|TIMESTAMP_(?:NTZ|LTZ|TZ))\b/i => 10, /\bCLUSTER\s+BY\b/i => 6,
        /\bTRANSIENT\s+TABLE\b/i => 10,
                /\bCREATE\s+OR\s+REPLACE\s+TABLE\b/i => 8,
                /\b(?:CREATE|ALTER|REPLACE)\s+(?:WAREHOUSE|STAGE|FILE\s+FORMAT|PIPE|STREAM|TASK)\b/i => 8,
                /\bDATA_RETENTION_TIME_IN_DAYS\b/i => 12, /\bCOMMENT\s*=\s*'/i => 2, /\bMASKING\s+POLICY\b/i => 10,
                /\bAUTOINCREMENT\s+START\b/i => 12, /\bNUMBER\s*\(38,\s*0\)/i => 8,
                  /\bUSE\s+WAREHOUSE\b/i => 12 }.freeze

      def skipped = BLANKS
      def backslashes? = true
      def dollar_texts? = true
      def overloads? = true
      def enters_schemas? = true

      def forms
        [ [ platform.option(:column, "masking policy"), "WITH MASKING POLICY %s" ] ]
      end

      # A sequence that begins with 1 and goes on by 1 says nothing.
      def sequence_made(sequence)
        sequence.first = nil if sequence.first == 1
        sequence.step = nil if sequence.step == 1
      end
    end
  end
end
