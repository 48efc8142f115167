# frozen_string_literal: true

module Kelvath
  module Platforms
    # Transact-SQL's "Data types".
    class Sqlserver::DataTypes
      FRACTIONS = { precision: 0..7 }.freeze # of a second

      ALL = [
        DataType.new("tinyint", logical: "small_integer"), DataType.new("smallint", logical: "small_integer"),
        DataType.new("int", logical: "integer", also: %w[integer]), DataType.new("bigint", logical: "big_integer"),
        DataType.new("bit", logical: "boolean"),
        DataType.new("decimal", { precision: 1..38, scale: 0..38 }, logical: "decimal", usual: [ 18, 0 ],
                     also: %w[numeric dec]),
        DataType.new("money", logical: "decimal"), DataType.new("smallmoney", logical: "decimal"),
        DataType.new("float", { precision: 1..53 }, logical: "float", also: [ "double precision" ]),
        DataType.new("real", logical: "float"),
        DataType.new("date", logical: "date"), DataType.new("time", FRACTIONS, logical: "time"),
        DataType.new("datetime2", FRACTIONS, logical: "timestamp"), DataType.new("datetime", logical: "timestamp"),
        DataType.new("smalldatetime", logical: "timestamp"),
        DataType.new("datetimeoffset", FRACTIONS, logical: "zoned_timestamp"),
        DataType.new("char", { length: 1..8000 }, logical: "fixed_text", usual: [ 1 ], also: %w[character]),
        DataType.new("varchar", { length: 1..8000 }, logical: "text", usual: [ 1 ], words: %w[max],
                     also: [ "character varying", "char varying" ]),
        DataType.new("nchar", { length: 1..4000 }, logical: "fixed_text", usual: [ 1 ], also: [ "national char" ]),
        DataType.new("nvarchar", { length: 1..4000 }, logical: "text", usual: [ 1 ], words: %w[max],
                     also: [ "national char varying" ]),
        DataType.new("text", logical: "long_text"), DataType.new("ntext", logical: "long_text"),
        DataType.new("sysname", logical: "text"),
        DataType.new("binary", { length: 1..8000 }, logical: "binary", usual: [ 1 ]),
        DataType.new("varbinary", { length: 1..8000 }, logical: "binary", usual: [ 1 ], words: %w[max]),
        DataType.new("image", logical: "binary"), DataType.new("rowversion", logical: "binary", also: %w[timestamp]),
        DataType.new("uniqueidentifier", logical: "uuid"), DataType.new("xml", logical: "long_text"),
        DataType.new("json", logical: "json", since: "2025"),
        DataType.new("vector", { dimensions: 1..1998 }, logical: "", least: 1, since: "2025"),
        *%w[sql_variant hierarchyid geometry geography].map { |name| DataType.new(name, logical: "") }
      ].freeze
    end
  end
end
