# frozen_string_literal: true

module Kelvath
  module Platforms
    # What elements of a design can say in SQL Server beyond the standard.
    class Sqlserver::Options
      FILEGROUP = { name: "filegroup", type: :name, at: :place, as: "ON %s",
                    explanation: "The files it is kept in." }.freeze
      COMPRESSION = { name: "compression", type: :choice, values: %w[row page], at: :tail, group: "WITH (%s)",
                      as: { "row" => "DATA_COMPRESSION = ROW", "page" => "DATA_COMPRESSION = PAGE" },
                      explanation: "Rows take less room and more work." }.freeze
      FILL = { name: "fill factor", type: :number, at: :tail, as: "FILLFACTOR = %s", group: "WITH (%s)",
               explanation: "How full its pages are made, in hundredths." }.freeze
      DISABLED = { name: "disabled", type: :flag, explanation: "It is there, and not looked at." }.freeze
      UNCHECKED = { name: "unchecked", type: :flag,
explanation: "Rows that are there already are not looked at." }.freeze
      ORDER = %w[clustered nonclustered].to_h { |each| [ each, each.upcase ] }.freeze
      KINDS = { **ORDER, "columnstore" => "NONCLUSTERED COLUMNSTORE",
"clustered columnstore" => "CLUSTERED COLUMNSTORE" }
              .freeze

      ALL = [
        Option.new(of: :table, **FILEGROUP),
        Option.new(name: "partition scheme", of: :table, type: :sql, at: :place, as: "ON %s",
                   explanation: "How its rows are spread, such as by_year(sold_on)."),
        Option.new(of: :table, **COMPRESSION),
        Option.new(name: "memory optimized", of: :table, type: :flag, at: :tail, as: "MEMORY_OPTIMIZED = ON",
                   group: "WITH (%s)", explanation: "Its rows are kept in memory."),
        Option.new(name: "ledger", of: :table, type: :flag, since: "2022", at: :tail, as: "LEDGER = ON",
                   group: "WITH (%s)", explanation: "Nobody can change what was written without a trace."),
        Option.new(name: "collation", of: :column, type: :name, at: :type, as: "COLLATE %s",
                   explanation: "The order and likeness of its texts."),
        Option.new(name: "sparse", of: :column, type: :flag, at: :type, as: "SPARSE",
                   explanation: "Where it is empty it takes no room."),
        Option.new(name: "masked with", of: :column, type: :text, at: :type, as: "MASKED WITH (FUNCTION = %s)",
                   explanation: "What others see in its place, such as default()."),
        Option.new(name: "first number", of: :column, type: :number, explanation: "Where its numbering begins."),
        Option.new(name: "step", of: :column, type: :number, explanation: "From one number to the next."),
        Option.new(name: "default's name", of: :column, type: :name, explanation: "What its default is called."),
        Option.new(name: "row guid", of: :column, type: :flag, at: :end, as: "ROWGUIDCOL",
                   explanation: "It tells rows apart wherever they are copied to."),
        Option.new(name: "order", of: :key, type: :choice, values: ORDER.keys, at: :words, as: ORDER,
                   explanation: "Are rows kept in its order?"),
        Option.new(of: :key, **FILL), Option.new(of: :key, **COMPRESSION), Option.new(of: :key, **FILEGROUP),
        Option.new(name: "ignore doubles", of: :key, type: :flag, at: :tail, as: "IGNORE_DUP_KEY = ON",
                   group: "WITH (%s)", explanation: "A row that is there already is left out instead of refused."),
        Option.new(name: "not for replication", of: :foreign_key, type: :flag, at: :tail, as: "NOT FOR REPLICATION",
                   explanation: "Rows that are copied from elsewhere are not looked at."),
        Option.new(of: :foreign_key, **UNCHECKED), Option.new(of: :foreign_key, **DISABLED),
        Option.new(name: "not for replication", of: :check, type: :flag, at: :words, as: "NOT FOR REPLICATION",
                   explanation: "Rows that are copied from elsewhere are not looked at."),
        Option.new(of: :check, **DISABLED),
        Option.new(name: "kind", of: :index, type: :choice, values: KINDS.keys, at: :words, as: KINDS,
                   explanation: "Are rows kept in its order, or by columns?"),
        Option.new(of: :index, **FILL), Option.new(of: :index, **COMPRESSION), Option.new(of: :index, **FILEGROUP),
        Option.new(name: "schema binding", of: :view, type: :flag, at: :head, as: "SCHEMABINDING", group: "WITH %s",
                   explanation: "What it is made from cannot be changed while it is there."),
        Option.new(name: "check option", of: :view, type: :flag, at: :tail, as: "\nWITH CHECK OPTION",
                   explanation: "Rows written through it must show in it.")
      ].freeze
    end
  end
end
