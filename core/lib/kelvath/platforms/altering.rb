# frozen_string_literal: true

module Kelvath
  module Platforms
    # How a platform says that something changes. From what it declares:
    #
    # ALTERS  { what is done => template }, with places for what it is done to: %<table>s, %<name>s, %<column>s (the
    #         whole definition of a column), %<type>s, %<value>s, %<from>s, %<to>s. What is not in it cannot be said.
    #         These are those of SQL:2016, 11.10 to 11.31.
    # NOTES   { what is done => what it does to a big table, in a sentence }
    # GENTLY  { what is done => [templates] }: the same by statements that keep nobody waiting for long
    # FEATURES altered_in_place: tables are altered; without it they are made anew and their rows copied.
    #         columns_held: nothing may be over a column that changes. defaults_apart: a default is a thing of its own.
    #         renames_followed: what names a table or a column goes on naming it when it is called otherwise.
    module Altering
      STANDARD = {
        rename_column: "ALTER TABLE %<table>s RENAME COLUMN %<from>s TO %<to>s",
        rename_table: "ALTER TABLE %<from>s RENAME TO %<to>s",
        add_column: "ALTER TABLE %<table>s ADD COLUMN %<column>s",
        drop_column: "ALTER TABLE %<table>s DROP COLUMN %<name>s",
        type: "ALTER TABLE %<table>s ALTER COLUMN %<name>s SET DATA TYPE %<type>s",
        default: "ALTER TABLE %<table>s ALTER COLUMN %<name>s SET DEFAULT %<value>s",
        no_default: "ALTER TABLE %<table>s ALTER COLUMN %<name>s DROP DEFAULT",
        mandatory: "ALTER TABLE %<table>s ALTER COLUMN %<name>s SET NOT NULL",
        optional: "ALTER TABLE %<table>s ALTER COLUMN %<name>s DROP NOT NULL",
        number: "ALTER TABLE %<table>s ALTER COLUMN %<name>s ADD GENERATED %<when>s AS IDENTITY",
        renumber: "ALTER TABLE %<table>s ALTER COLUMN %<name>s SET GENERATED %<when>s",
        unnumber: "ALTER TABLE %<table>s ALTER COLUMN %<name>s DROP IDENTITY",
        add_constraint: "ALTER TABLE %<table>s ADD %<constraint>s",
        drop_key: "ALTER TABLE %<table>s DROP CONSTRAINT %<name>s",
        drop_primary_key: "ALTER TABLE %<table>s DROP CONSTRAINT %<name>s",
        drop_foreign_key: "ALTER TABLE %<table>s DROP CONSTRAINT %<name>s",
        drop_check: "ALTER TABLE %<table>s DROP CONSTRAINT %<name>s",
        drop_index: "DROP INDEX %<place>s",
        drop_trigger: "DROP TRIGGER %<name>s",
        sequence: "ALTER SEQUENCE %<place>s%<bounds>s",
        revoke: "REVOKE %<rights>s ON %<on>s FROM %<role>s"
      }.freeze

      # How a routine is made in place of one that is there; nil where it must be dropped first.
      ROUTINE_AGAIN = nil

      # Can a routine be made in place of another one of its name? old, new: their whole texts.
      def replaces_routine?(_old, _new) = !self.class::ROUTINE_AGAIN.nil?

      # Can it say that?
      def alters?(what) = self.class::ALTERS.key?(what)

      # Can it alter anything at all?
      def alterable? = self.class::ALTERS.any?

      # [[statements before], [statements after]] an alteration; nil for none. tables: those that it is about; gentle:
      # is it not to be one transaction?
      def around_alteration(_tables, gentle:) = gentle ? nil : self.class::AROUND

      # Does it change a type where the column is, with its values? way: :kept or :less, as Altering::TypeChange has it.
      def retypes?(_old, _new, _way) = true

      # Can a column be added to a table that is there, where tables are made anew for anything else?
      def addable?(_column) = true

      # The name that the database gives to a constraint that has none, or nil if that cannot be known. table: as it is
      # called; columns: names.
      def given_name(_element, table:, columns:) = nil

      # SQL that moves rows that belong to a partition from where they were before it came. from, part, table: places as
      # they stand in SQL; names: of the columns; given: said where numbers are given.
      def sorted_out(from:, part:, table:, names:, given:) = raise NotImplementedError, key

      # The name of the sequence by which a column counts, nil where that is nobody's business.
      def counter_name(_column, table:) = nil # rubocop:disable Lint/UnusedMethodArgument
    end
  end
end
