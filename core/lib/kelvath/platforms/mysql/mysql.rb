# frozen_string_literal: true

module Kelvath
  module Platforms
    # MySQL with InnoDB, from version 5.7 on: what differs from MariaDB.
    class Mysql < Mariadb
      ROUTINE_AGAIN = nil
      TITLE = "MySQL"
      CHANGES = { "5.7" => "computed columns and JSON",
                  "8.0" => "checks, indexes over expressions and in falling order, defaults that are worked out",
                  "8.4" => "nothing that a design says", "9.4" => "vectors" }.freeze
      VERSIONS = CHANGES.keys.freeze
      # Checks are dropped by a word of their own, and sequences there are none.
      ALTERS = superclass::ALTERS.except(:forget_history, :keep_history, :rename_sequence)
                                 .merge(drop_check: "ALTER TABLE %<table>s DROP CHECK %<name>s").freeze
      FEATURES = superclass::FEATURES.except(:sequences).merge(checks: "8.0", descending_indexes: "8.0",
                                            mandatory_computed: true).freeze
      OPTIONS = (superclass::Options::COMMON + [
        Option.new(name: "invisible", of: :column, type: :flag, since: "8.0", at: :end, as: "INVISIBLE",
                   explanation: "It shows only to those who name it."),
        Option.new(name: "invisible", of: :index, type: :flag, since: "8.0", at: :tail, as: "INVISIBLE",
                   explanation: "It is kept up to date and not used."),
        Option.new(name: "not enforced", of: :check, type: :flag, since: "8.0", at: :tail, as: "NOT ENFORCED",
                   explanation: "It is told and not looked at.")
      ]).freeze
      DATA_TYPES = (superclass::DataTypes::ALL + [
        DataType.new("vector", { dimensions: 1..16_383 }, logical: "", since: "9.0")
      ]).freeze
      TYPES = superclass::TYPES.merge("uuid" => "char(36)").freeze

      # The manual's 10.3, words that MariaDB does not reserve.
      RESERVED = (superclass::RESERVED + %w[
        cube cume_dist dense_rank empty first_value function generated get grouping groups io_after_gtids
        io_before_gtids json_table lag last_value lateral lead manual master_bind nth_value ntile of optimizer_costs
        parallel percent_rank qualify rank row stored system tablesample virtual
      ]).freeze

      ONCE = superclass::ONCE.except("index", "foreign key", "routine", "trigger", "referential trigger",
                                      "sequence").freeze
      # { kind => where the server tells of such things }
      TOLD = { "index" => "statistics WHERE index_name",
               "foreign key" => "table_constraints WHERE constraint_name" }.freeze

      # It looks first, and runs what it then has as text.
      def guarded(statement, _name, table)
        told = TOLD[statement.kind] or return
        there = "SELECT COUNT(*) FROM information_schema.#{told} = #{literal(statement.name)} AND " \
                "table_schema = DATABASE() AND table_name = #{literal(table.delete('`').split('.').last)}"
        [ "SET @once = IF((#{there}) = 0, #{literal(statement.sql)}, 'DO 0')", "PREPARE once FROM @once",
          "EXECUTE once", "DEALLOCATE PREPARE once" ]
      end

      def reserved_words = RESERVED
      def writer_class = Writer
      def catalog_reader = CatalogReader
    end
  end
end

require_relative "writer"
require_relative "catalog_reader"

Kelvath::Platforms.register(Kelvath::Platforms::Mysql.new)
