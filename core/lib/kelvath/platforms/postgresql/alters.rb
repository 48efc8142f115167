# frozen_string_literal: true

module Kelvath
  module Platforms
    # How PostgreSQL says that something changes (its manual's reference, ALTER TABLE and the like).
    class Postgresql::Alters
      WORDS = Altering::STANDARD.merge(
        type: "ALTER TABLE %<table>s ALTER COLUMN %<name>s TYPE %<type>s USING %<value>s",
        move_table: "ALTER TABLE %<from>s SET SCHEMA %<to>s",
        rename_constraint: "ALTER TABLE %<table>s RENAME CONSTRAINT %<from>s TO %<to>s",
        rename_index: "ALTER INDEX %<from>s RENAME TO %<to>s",
        rename_schema: "ALTER SCHEMA %<from>s RENAME TO %<to>s",
        rename_sequence: "ALTER SEQUENCE %<from>s RENAME TO %<to>s",
        rename_enumeration: "ALTER TYPE %<from>s RENAME TO %<to>s",
        add_value: "ALTER TYPE %<place>s ADD VALUE %<value>s%<beside>s",
        inherit: "ALTER TABLE %<table>s INHERIT %<parent>s",
        no_inherit: "ALTER TABLE %<table>s NO INHERIT %<parent>s",
        attach: "ALTER TABLE %<table>s ATTACH PARTITION %<place>s %<bounds>s",
        detach: "ALTER TABLE %<table>s DETACH PARTITION %<place>s",
        drop_trigger: "DROP TRIGGER %<name>s ON %<table>s"
      ).freeze

      NOTES = {
        type: "Writes the whole table anew, and nobody reads or writes it meanwhile.",
        mandatory: "Looks through the whole table, and nobody reads or writes it meanwhile.",
        add_index: "Nobody writes to the table until the index is made.",
        add_key: "Nobody reads or writes the table until the index of the key is made.",
        add_check: "Looks through the whole table, and nobody reads or writes it meanwhile.",
        add_foreign_key: "Looks through the whole table, and nobody writes to either table meanwhile.",
        add_computed: "Writes the whole table anew, and nobody reads or writes it meanwhile.",
        add_numbered: "Writes the whole table anew, and nobody reads or writes it meanwhile.",
        copy: "Copies the whole table; what is written meanwhile waits."
      }.freeze

      # A constraint is first said of new rows only, which takes a moment, then looked at for the others.
      VALIDATED = [ "ALTER TABLE %<table>s ADD %<constraint>s NOT VALID",
                    "ALTER TABLE %<table>s VALIDATE CONSTRAINT %<name>s" ].freeze
      GENTLY = {
        add_index: ->(sql) { sql.sub(/\ACREATE( UNIQUE)? INDEX /, 'CREATE\\1 INDEX CONCURRENTLY ') },
        add_check: VALIDATED,
        add_foreign_key: VALIDATED,
        mandatory: [
          "ALTER TABLE %<table>s ADD CONSTRAINT %<check>s CHECK (%<name>s IS NOT NULL) NOT VALID",
          "ALTER TABLE %<table>s VALIDATE CONSTRAINT %<check>s",
          "ALTER TABLE %<table>s ALTER COLUMN %<name>s SET NOT NULL",
          "ALTER TABLE %<table>s DROP CONSTRAINT %<check>s"
        ].freeze
      }.freeze
    end
  end
end
