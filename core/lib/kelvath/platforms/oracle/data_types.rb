# frozen_string_literal: true

module Kelvath
  module Platforms
    # The SQL reference's "Data Types". Texts are as long as a database allows that was not made for longer ones.
    class Oracle::DataTypes
      FRACTIONS = { precision: 0..9 }.freeze # of a second
      UNITS = %w[char byte].freeze

      ALL = [
        DataType.new("varchar2", { length: 1..4000 }, logical: "text", least: 1, units: UNITS,
                     also: [ "varchar", "character varying", "char varying" ]),
        DataType.new("nvarchar2", { length: 1..2000 }, logical: "text", least: 1),
        DataType.new("char", { length: 1..2000 }, logical: "fixed_text", usual: [ 1 ], units: UNITS,
                     also: %w[character]),
        DataType.new("nchar", { length: 1..1000 }, logical: "fixed_text", usual: [ 1 ]),
        DataType.new("number", { precision: 1..38, scale: -84..127 }, logical: "decimal", usual: [ nil, 0 ],
                     also: %w[numeric decimal dec]),
        DataType.new("float", { precision: 1..126 }, logical: "float", also: [ "double precision", "real" ]),
        DataType.new("binary_float", logical: "float"), DataType.new("binary_double", logical: "float"),
        DataType.new("date", logical: "date"), DataType.new("timestamp", FRACTIONS, logical: "timestamp"),
        DataType.new("timestamp with time zone", FRACTIONS, logical: "zoned_timestamp"),
        DataType.new("timestamp with local time zone", FRACTIONS, logical: "zoned_timestamp"),
        DataType.new("interval year to month", logical: "interval"),
        DataType.new("interval day to second", logical: "interval"),
        DataType.new("clob", logical: "long_text"), DataType.new("nclob", logical: "long_text"),
        DataType.new("long", logical: "long_text"), DataType.new("blob", logical: "binary"),
        DataType.new("bfile", logical: "binary"),
        DataType.new("raw", { length: 1..2000 }, logical: "binary", least: 1),
        DataType.new("long raw", logical: "binary"),
        DataType.new("rowid", logical: "text"), DataType.new("urowid", { length: 1..4000 }, logical: "text"),
        DataType.new("xmltype", logical: "long_text"), DataType.new("sdo_geometry", logical: ""),
        DataType.new("json", logical: "json", since: "21"),
        DataType.new("boolean", logical: "boolean", since: "23", also: %w[bool]),
        DataType.new("vector", { dimensions: 1..65_535 }, logical: "", since: "23")
      ].freeze
    end
  end
end
