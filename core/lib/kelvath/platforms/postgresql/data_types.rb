# frozen_string_literal: true

module Kelvath
  module Platforms
    # The manual's chapter 8, and the names by which catalogs tell them.
    class Postgresql::DataTypes
      FRACTIONS = { precision: 0..6 }.freeze # of a second

      ALL = [
        DataType.new("smallint", logical: "small_integer", also: %w[int2]),
        DataType.new("integer", logical: "integer", also: %w[int int4]),
        DataType.new("bigint", logical: "big_integer", also: %w[int8]),
        DataType.new("smallserial", logical: "small_integer", also: %w[serial2]),
        DataType.new("serial", logical: "integer", also: %w[serial4]),
        DataType.new("bigserial", logical: "big_integer", also: %w[serial8]),
        DataType.new("numeric", { precision: 1..1000, scale: -1000..1000 }, logical: "decimal", usual: [ nil, 0 ],
                     also: %w[decimal dec]),
        DataType.new("real", logical: "float", also: %w[float4]),
        DataType.new("double precision", logical: "float", also: %w[float8]),
        DataType.new("float", { precision: 1..53 }, logical: "float"),
        DataType.new("money", logical: "decimal"),
        DataType.new("varchar", { length: 1..10_485_760 }, logical: "text",
                     also: [ "character varying", "char varying" ]),
        DataType.new("char", { length: 1..10_485_760 }, logical: "fixed_text", usual: [ 1 ],
                     also: %w[character bpchar]),
        DataType.new("text", logical: "long_text"), DataType.new("name", logical: "text"),
        DataType.new("bytea", logical: "binary"),
        DataType.new("bit", { length: 1..83_886_080 }, logical: "binary", usual: [ 1 ]),
        DataType.new("bit varying", { length: 1..83_886_080 }, logical: "binary", also: %w[varbit]),
        DataType.new("date", logical: "date"),
        DataType.new("time", FRACTIONS, logical: "time", also: [ "time without time zone" ]),
        DataType.new("timetz", FRACTIONS, logical: "zoned_time", also: [ "time with time zone" ]),
        DataType.new("timestamp", FRACTIONS, logical: "timestamp", also: [ "timestamp without time zone" ]),
        DataType.new("timestamptz", FRACTIONS, logical: "zoned_timestamp", also: [ "timestamp with time zone" ]),
        *[ "", " year", " month", " day", " hour", " minute", " second", " year to month", " day to hour",
           " day to minute", " day to second", " hour to minute", " hour to second", " minute to second" ].map { |part|
          DataType.new("interval#{part}", part.empty? || part.end_with?("second") ? FRACTIONS : {}, logical: "interval")
        },
        DataType.new("boolean", logical: "boolean", also: %w[bool]),
        DataType.new("uuid", logical: "uuid"),
        DataType.new("json", logical: "json"), DataType.new("jsonb", logical: "json"),
        DataType.new("xml", logical: "long_text"), DataType.new("jsonpath", logical: "long_text"),
        *%w[point line lseg box path polygon circle].map { |name| DataType.new(name, logical: "") },
        *%w[inet cidr macaddr macaddr8 tsvector tsquery].map { |name| DataType.new(name, logical: "") },
        *%w[int4range int8range numrange tsrange tstzrange daterange].flat_map { |name|
          [ DataType.new(name, logical: ""),
            DataType.new(name.sub("range", "multirange"), logical: "", since: "14") ]
        },
        *%w[oid regclass regproc pg_lsn].map { |name| DataType.new(name, logical: "") }
      ].freeze
    end
  end
end
