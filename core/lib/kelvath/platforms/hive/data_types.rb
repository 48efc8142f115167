# frozen_string_literal: true

module Kelvath
  module Platforms
    # The language manual's "Types".
    class Hive::DataTypes
      ALL = [
        DataType.new("tinyint", logical: "small_integer"), DataType.new("smallint", logical: "small_integer"),
        DataType.new("int", logical: "integer", also: %w[integer]), DataType.new("bigint", logical: "big_integer"),
        DataType.new("float", logical: "float"), DataType.new("double", logical: "float", also: [ "double precision" ]),
        DataType.new("decimal", { precision: 1..38, scale: 0..38 }, logical: "decimal", usual: [ 10, 0 ],
                     also: %w[numeric dec]),
        DataType.new("string", logical: "long_text"),
        DataType.new("varchar", { length: 1..65_535 }, logical: "text", least: 1),
        DataType.new("char", { length: 1..255 }, logical: "fixed_text", least: 1),
        DataType.new("boolean", logical: "boolean"), DataType.new("binary", logical: "binary"),
        DataType.new("date", logical: "date"), DataType.new("timestamp", logical: "timestamp"),
        DataType.new("timestamp with local time zone", logical: "zoned_timestamp", since: "3.1"),
        DataType.new("interval_year_month", logical: "interval"), DataType.new("interval_day_time", logical: "interval")
      ].freeze
    end
  end
end
