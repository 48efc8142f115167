# frozen_string_literal: true

module Kelvath
  module Platforms
    # PostgreSQL, from version 12 on.
    class Postgresql < Platform
      TITLE = "PostgreSQL"

      # 13 and 14 bring nothing a design says; 15 knows NULLS NOT DISTINCT, 17 is the usual one, 18 has computed
      # columns that are not kept in the row.
      VERSIONS = %w[12 13 14 15 16 17 18].freeze
      FEATURES = superclass::FEATURES.except(:nested_columns).merge(virtual_columns: "18",
                                                                    nulls_not_distinct: "15").freeze
      METHODS = %w[hash gin gist spgist brin].freeze
      OPTIONS = (superclass::OPTIONS + [
        Option.new(of: :key, **DEFERRAL),
        Option.new(name: "materialized", of: :view, type: :flag,
                   explanation: "Its rows are kept, and made anew when somebody says so."),
        Option.new(name: "unlogged", of: :table, type: :flag,
                   explanation: "Its rows are lost in a crash, and written faster."),
        Option.new(name: "method", of: :index, type: :choice, values: METHODS,
                   explanation: "How the index is kept, if not as a tree.")
      ]).freeze

      TYPES = superclass::TYPES.merge("binary" => "bytea", "json" => "jsonb", "zoned_time" => "timetz",
                                      "zoned_timestamp" => "timestamptz").freeze
      LOGICAL = superclass::LOGICAL.merge(
        "bytea" => "binary", "jsonb" => "json", "timestamptz" => "zoned_timestamp", "timetz" => "zoned_time",
        "int4" => "integer", "int8" => "big_integer",
        "int2" => "small_integer", "float8" => "float", "float4" => "float", "bpchar" => "fixed_text"
      ).freeze

      # The catalog's long spellings and the short ones that scripts use.
      SPELLINGS = {
        "character varying" => "varchar", "character" => "char", "timestamp without time zone" => "timestamp",
        "time without time zone" => "time",
        "timestamp with time zone" => "timestamptz", "time with time zone" => "timetz", "int" => "integer",
        "decimal" => "numeric"
      }.freeze

      # The manual's appendix C: words reserved in PostgreSQL, those for functions and types included.
      RESERVED = %w[
        all analyse analyze and any array as asc asymmetric authorization binary both case cast check collate collation
        column concurrently
        constraint create cross current_catalog current_date current_role current_schema current_time current_timestamp
        current_user default
        deferrable desc distinct do else end except false fetch for foreign freeze from full grant group having ilike in
        initially inner
        intersect into is isnull join lateral leading left like limit localtime localtimestamp natural not notnull null
        offset on only or
        order outer overlaps placing primary references returning right select session_user similar some symmetric
        system_user table tablesample
        then to trailing true union unique user using variadic verbose when where window with
      ].to_set.freeze

      def identifier_limit = 63
      def given_schema?(name) = name == "public"
      def reserved_words = RESERVED
      def catalog_reader = CatalogReader
      def writer_class = Writer
      def not_kept = [ %i[check condition], %i[view query], %i[column default_value] ]

      # One spelling for each; numeric(9) comes back as numeric(9,0).
      def read_type(text)
        type = super
        base = SPELLINGS.fetch(type["base"], type["base"])
        arguments = type.fetch("arguments", [])
        arguments = [ *arguments, 0 ] if base == "numeric" && arguments.size == 1
        inner = type.fetch("of", []).map { |each| read_type(STANDARD.write_type(each)) }
        Metamodel::NativeType.of(base, **type.slice("modifiers", "fields").transform_keys(&:to_sym), arguments:,
                                 of: inner)
      end

      private

      def write_array(type)
        "#{write_type(type['of'].first)}#{type.key?('arguments') ? "[#{type['arguments'].first}]" : '[]'}"
      end
    end
  end
end

require_relative "writer"
require_relative "queries"
require_relative "catalog_reader"

Kelvath::Platforms.register(Kelvath::Platforms::Postgresql.new)
