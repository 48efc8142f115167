# frozen_string_literal: true

module Kelvath
  module Platforms
    # The SQL data types reference.
    class Snowflake::DataTypes
      FRACTIONS = { precision: 0..9 }.freeze # of a second

      ALL = [
        DataType.new("number", { precision: 1..38, scale: 0..37 }, logical: "decimal", usual: [ 38, 0 ],
                     also: %w[decimal dec numeric]),
        DataType.new("float", logical: "float", also: [ "float4", "float8", "double", "double precision", "real" ]),
        DataType.new("varchar", { length: 1..16_777_216 }, logical: "text",
                     also: [ "string", "text", "character varying", "char varying", "nvarchar", "nvarchar2" ]),
        DataType.new("char", { length: 1..16_777_216 }, logical: "fixed_text", usual: [ 1 ],
                     also: %w[character nchar]),
        DataType.new("binary", { length: 1..8_388_608 }, logical: "binary", also: %w[varbinary]),
        DataType.new("boolean", logical: "boolean"), DataType.new("date", logical: "date"),
        DataType.new("time", FRACTIONS, logical: "time"),
        DataType.new("timestamp_ntz", FRACTIONS, logical: "timestamp",
                     also: [ "timestamp", "datetime", "timestamp without time zone" ]),
        DataType.new("timestamp_ltz", FRACTIONS, logical: "zoned_timestamp",
                     also: [ "timestamp with local time zone" ]),
        DataType.new("timestamp_tz", FRACTIONS, logical: "zoned_timestamp", also: [ "timestamp with time zone" ]),
        DataType.new("variant", logical: "json"), DataType.new("object", logical: "json"),
        DataType.new("array", logical: "json"), DataType.new("geography", logical: ""),
        DataType.new("geometry", logical: "")
      ].freeze
    end
  end
end
