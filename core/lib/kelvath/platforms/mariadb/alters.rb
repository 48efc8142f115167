# frozen_string_literal: true

module Kelvath
  module Platforms
    # How MariaDB says that something changes (the knowledge base's ALTER TABLE). A column is defined anew as a whole.
    class Mariadb::Alters
      WORDS = Altering::STANDARD.except(:type, :mandatory, :optional, :number, :unnumber).merge(
        redefine: "ALTER TABLE %<table>s MODIFY COLUMN %<column>s",
        place_column: "ALTER TABLE %<table>s MODIFY COLUMN %<column>s %<at>s",
        rename_table: "RENAME TABLE %<from>s TO %<place>s",
        rename_sequence: "RENAME TABLE %<from>s TO %<place>s",
        move_table: "RENAME TABLE %<from>s TO %<place>s",
        rename_index: "ALTER TABLE %<table>s RENAME INDEX %<from>s TO %<to>s",
        drop_key: "ALTER TABLE %<table>s DROP INDEX %<name>s",
        drop_primary_key: "ALTER TABLE %<table>s DROP PRIMARY KEY",
        drop_foreign_key: "ALTER TABLE %<table>s DROP FOREIGN KEY %<name>s",
        drop_index: "ALTER TABLE %<table>s DROP INDEX %<name>s",
        forget_history: "ALTER TABLE %<table>s DROP SYSTEM VERSIONING",
        keep_history: "ALTER TABLE %<table>s ADD SYSTEM VERSIONING",
        table_comment: "ALTER TABLE %<table>s COMMENT=%<value>s"
      ).freeze

      NOTES = {
        redefine: "Copies the whole table; nobody writes to it meanwhile.",
        add_key: "Makes an index over the whole table.",
        add_index: "Makes an index over the whole table.",
        add_check: "Copies the whole table; nobody writes to it meanwhile.",
        add_foreign_key: "Copies the whole table; nobody writes to it meanwhile.",
        add_computed: "Copies the whole table; nobody writes to it meanwhile.",
        copy: "Copies the whole table; what is written meanwhile is lost."
      }.freeze

      GENTLY = {
        add_index: ->(sql) { sql.match?(/\ACREATE (FULLTEXT|SPATIAL)/) ? sql : "#{sql} ALGORITHM=INPLACE LOCK=NONE" }
      }.freeze
    end
  end
end
