# frozen_string_literal: true

module Kelvath
  module Platforms
    # How Snowflake says that something changes (its reference, ALTER TABLE and ALTER TABLE … ALTER COLUMN). A column
    # gets no default later, and a type only grows.
    class Snowflake::Alters
      WORDS = Altering::STANDARD.except(:number, :unnumber, :default, :add_check, :drop_check, :drop_index).merge(
        rename_constraint: "ALTER TABLE %<table>s RENAME CONSTRAINT %<from>s TO %<to>s",
        rename_schema: "ALTER SCHEMA %<from>s RENAME TO %<to>s",
        rename_sequence: "ALTER SEQUENCE %<from>s RENAME TO %<to>s",
        rename_table: "ALTER TABLE %<from>s RENAME TO %<place>s",
        move_table: "ALTER TABLE %<from>s RENAME TO %<place>s",
        sequence: "ALTER SEQUENCE %<place>s SET%<bounds>s"
      ).freeze
    end
  end
end
