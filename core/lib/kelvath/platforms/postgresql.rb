# frozen_string_literal: true

module Kelvath
  module Platforms
    # PostgreSQL, from version 12 on.
    class Postgresql < Platform
      TITLE = "PostgreSQL"

      TYPES = superclass::TYPES.merge("binary" => "bytea", "json" => "jsonb").freeze
      LOGICAL = superclass::LOGICAL.merge(
        "bytea" => "binary", "jsonb" => "json", "timestamptz" => "timestamp", "timetz" => "time", "int4" => "integer", "int8" => "big_integer",
        "int2" => "small_integer", "float8" => "float", "float4" => "float", "bpchar" => "text"
      ).freeze

      # The catalog's long spellings and the short ones that scripts use.
      SPELLINGS = {
        "character varying" => "varchar", "character" => "char", "timestamp without time zone" => "timestamp", "time without time zone" => "time",
        "timestamp with time zone" => "timestamptz", "time with time zone" => "timetz", "int" => "integer", "decimal" => "numeric"
      }.freeze

      # The manual's appendix C: words reserved in PostgreSQL, those for functions and types included.
      RESERVED = %w[
        all analyse analyze and any array as asc asymmetric authorization binary both case cast check collate collation column concurrently
        constraint create cross current_catalog current_date current_role current_schema current_time current_timestamp current_user default
        deferrable desc distinct do else end except false fetch for foreign freeze from full grant group having ilike in initially inner
        intersect into is isnull join lateral leading left like limit localtime localtimestamp natural not notnull null offset on only or
        order outer overlaps placing primary references returning right select session_user similar some symmetric system_user table tablesample
        then to trailing true union unique user using variadic verbose when where window with
      ].to_set.freeze

      def identifier_limit = 63
      def reserved_words = RESERVED
      def not_kept = [ %i[check condition], %i[view query], %i[column default_value] ]

      def canonical_type(native)
        text = super
        sizes = text[/\([\d,]+\)/].to_s
        base = text.sub(sizes, "").squeeze(" ").strip
        short = SPELLINGS.fetch(base, base)
        # numeric(9) comes back as numeric(9,0)
        short == "numeric" ? "#{short}#{sizes.sub(/\((\d+)\)/, '(\1,0)')}" : "#{short}#{sizes}"
      end
    end
  end
end
