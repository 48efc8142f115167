# frozen_string_literal: true

module Kelvath
  module Platforms
    # The knowledge base's "Data Types". Lengths of texts are characters in utf8mb4, as far as a row has room.
    class Mariadb::DataTypes
      FRACTIONS = { precision: 0..6 }.freeze # of a second
      WIDTH = { width: 1..255 }.freeze # digits shown; it means nothing but for tinyint(1), which is a boolean

      ALL = [
        DataType.new("tinyint", WIDTH, logical: "small_integer", also: %w[int1]),
        DataType.new("smallint", WIDTH, logical: "small_integer", also: %w[int2]),
        DataType.new("mediumint", WIDTH, logical: "integer", also: %w[int3 middleint]),
        DataType.new("int", WIDTH, logical: "integer", also: %w[integer int4]),
        DataType.new("bigint", WIDTH, logical: "big_integer", also: %w[int8]),
        DataType.new("decimal", { precision: 1..65, scale: 0..38 }, logical: "decimal", usual: [ 10, 0 ],
                     also: %w[numeric dec fixed]),
        DataType.new("float", { precision: 0..255, scale: 0..30 }, logical: "float", also: %w[float4]),
        DataType.new("double", { precision: 1..255, scale: 0..30 }, logical: "float",
                     also: [ "double precision", "real", "float8" ]),
        DataType.new("bit", { length: 1..64 }, logical: "binary", usual: [ 1 ]),
        DataType.new("char", { length: 0..255 }, logical: "fixed_text", usual: [ 1 ], also: %w[character nchar]),
        DataType.new("varchar", { length: 0..16_383 }, logical: "text", least: 1,
                     also: [ "character varying", "nvarchar", "varcharacter" ]),
        DataType.new("tinytext", logical: "long_text"),
        DataType.new("text", { length: 0..65_535 }, logical: "long_text"),
        DataType.new("mediumtext", logical: "long_text", also: [ "long", "long varchar" ]),
        DataType.new("longtext", logical: "long_text"),
        DataType.new("binary", { length: 0..255 }, logical: "binary", usual: [ 1 ]),
        DataType.new("varbinary", { length: 0..65_532 }, logical: "binary", least: 1),
        DataType.new("tinyblob", logical: "binary"), DataType.new("blob", { length: 0..65_535 }, logical: "binary"),
        DataType.new("mediumblob", logical: "binary"), DataType.new("longblob", logical: "binary"),
        DataType.new("date", logical: "date"), DataType.new("time", FRACTIONS, logical: "time"),
        DataType.new("datetime", FRACTIONS, logical: "timestamp"),
        DataType.new("timestamp", FRACTIONS, logical: "zoned_timestamp"),
        DataType.new("year", { digits: 4..4 }, logical: "small_integer"),
        DataType.new("enum", logical: "text", values: true), DataType.new("set", logical: "text", values: true),
        DataType.new("json", logical: "json"),
        *%w[geometry point linestring polygon multipoint multilinestring multipolygon geometrycollection].map { |name|
          DataType.new(name, logical: "")
        }
      ].freeze

      # What it has and its elder does not.
      OWN = [
        DataType.new("uuid", logical: "uuid", since: "10.7"), DataType.new("inet6", logical: "", since: "10.5"),
        DataType.new("inet4", logical: "", since: "10.10"),
        DataType.new("vector", { dimensions: 1..16_383 }, logical: "", least: 1, since: "11.7")
      ].freeze
    end
  end
end
