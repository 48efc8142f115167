# frozen_string_literal: true

module Kelvath
  module Platforms
    # How SQL Server says that something changes (Transact-SQL's reference: ALTER TABLE, sp_rename). Names change by a
    # procedure, and a column's type is said anew with whether it may be empty.
    class Sqlserver::Alters
      # The default of a column has a name that nobody gave it; it is looked up.
      NO_DEFAULT = "DECLARE @kept nvarchar(300) = (SELECT N'ALTER TABLE ' + %<table_text>s + N' DROP CONSTRAINT ' + " \
                   "QUOTENAME(name) FROM sys.default_constraints WHERE parent_object_id = OBJECT_ID(%<table_text>s) " \
                   "AND parent_column_id = COLUMNPROPERTY(OBJECT_ID(%<table_text>s), %<name_text>s, 'ColumnId'))\n" \
                   "EXEC(@kept)"

      WORDS = Altering::STANDARD.except(:number, :unnumber).merge(
        rename_table: "EXEC sp_rename %<from_text>s, %<to_text>s",
        rename_column: "EXEC sp_rename %<from_text>s, %<to_text>s, 'COLUMN'",
        rename_constraint: "EXEC sp_rename %<from_text>s, %<to_text>s, 'OBJECT'",
        rename_index: "EXEC sp_rename %<from_text>s, %<to_text>s, 'INDEX'",
        rename_sequence: "EXEC sp_rename %<from_text>s, %<to_text>s, 'OBJECT'",
        move_table: "ALTER SCHEMA %<to>s TRANSFER %<from>s",
        add_column: "ALTER TABLE %<table>s ADD %<column>s",
        type: "ALTER TABLE %<table>s ALTER COLUMN %<name>s %<type>s%<null>s",
        mandatory: "ALTER TABLE %<table>s ALTER COLUMN %<name>s %<type>s NOT NULL",
        optional: "ALTER TABLE %<table>s ALTER COLUMN %<name>s %<type>s NULL",
        default: "ALTER TABLE %<table>s ADD DEFAULT %<value>s FOR %<name>s",
        no_default: NO_DEFAULT,
        numbers_given: "SET IDENTITY_INSERT %<table>s ON",
        numbers_counted: "SET IDENTITY_INSERT %<table>s OFF",
        drop_index: "DROP INDEX %<name>s ON %<table>s"
      ).freeze

      NOTES = {
        type: "May write the whole table anew, and nobody reads or writes it meanwhile.",
        mandatory: "Looks through the whole table, and nobody reads or writes it meanwhile.",
        add_index: "Nobody writes to the table until the index is made.",
        add_key: "Nobody reads or writes the table until the index of the key is made.",
        add_check: "Looks through the whole table.", add_foreign_key: "Looks through the whole table.",
        copy: "Copies the whole table; what is written meanwhile waits."
      }.freeze
    end
  end
end
