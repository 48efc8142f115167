# frozen_string_literal: true

module Kelvath
  module Platforms
    # How Oracle says that something changes (SQL Language Reference, ALTER TABLE). A type only grows where it is.
    class Oracle::Alters
      WORDS = Altering::STANDARD.except(:number).merge(
        rename_constraint: "ALTER TABLE %<table>s RENAME CONSTRAINT %<from>s TO %<to>s",
        rename_index: "ALTER INDEX %<from>s RENAME TO %<to>s",
        rename_sequence: "RENAME %<from>s TO %<to>s",
        add_column: "ALTER TABLE %<table>s ADD (%<column>s)",
        type: "ALTER TABLE %<table>s MODIFY (%<name>s %<type>s)",
        mandatory: "ALTER TABLE %<table>s MODIFY (%<name>s NOT NULL)",
        optional: "ALTER TABLE %<table>s MODIFY (%<name>s NULL)",
        default: "ALTER TABLE %<table>s MODIFY (%<name>s DEFAULT %<value>s)",
        no_default: "ALTER TABLE %<table>s MODIFY (%<name>s DEFAULT NULL)",
        unnumber: "ALTER TABLE %<table>s MODIFY (%<name>s DROP IDENTITY)"
      ).freeze

      NOTES = {
        mandatory: "Looks through the whole table, and nobody writes to it meanwhile.",
        add_index: "Nobody writes to the table until the index is made.",
        add_key: "Nobody writes to the table until the index of the key is made.",
        add_check: "Looks through the whole table, and nobody writes to it meanwhile.",
        add_foreign_key: "Looks through the whole table, and nobody writes to it meanwhile.",
        copy: "Copies the whole table; what is written meanwhile is lost."
      }.freeze

      # An index, while others write.
      GENTLY = { add_index: ->(sql) { "#{sql} ONLINE" } }.freeze
    end
  end
end
