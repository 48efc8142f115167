# frozen_string_literal: true

module Kelvath
  module Platforms
    # What standard SQL has and does. A platform is a subclass that says only what differs.
    class Platform
      class << self
        # The short name used on the command line and in model files.
        def key = name.split("::").last.downcase
      end

      TITLE = "SQL"
      VERSIONS = [ "" ].freeze
      # { feature => the version since which it is there, or true }
      FEATURES = { comments: true, schemas: true, deferrable: true, identity: true, computed_columns: true,
                   nested_columns: true }.freeze
      RECORDS = %w[row struct].freeze # bases of types that have fields
      TYPE_MODIFIERS = [].freeze # words beside a type's base, as in "int unsigned"
      DEFERRAL = { name: "deferrable", type: :choice, values: [ "yes", "initially deferred" ],
                   explanation: "Looked at when the transaction ends." }.freeze
      OPTIONS = [
        Option.new(of: :foreign_key, **DEFERRAL),
        Option.new(name: "collation", of: :column, type: :text, explanation: "The order and likeness of its texts.")
      ].freeze

      # Logical type -> native type; %l is the length, %p the precision, %s the scale. A list gives
      # the form with sizes first, then the one without.
      TYPES = {
        "" => "text", "text" => [ "varchar(%l)", "text" ], "fixed_text" => [ "char(%l)", "char" ],
        "long_text" => "text",
        "integer" => "integer", "small_integer" => "smallint", "big_integer" => "bigint",
        "decimal" => [ "numeric(%p,%s)", "numeric(%p)", "numeric" ], "float" => "double precision",
        "boolean" => "boolean",
        "date" => "date", "time" => "time", "zoned_time" => "time with time zone", "timestamp" => "timestamp",
        "zoned_timestamp" => "timestamp with time zone", "interval" => "interval", "binary" => "blob", "uuid" => "uuid",
        "json" => "json"
      }.freeze

      # Native type (without sizes) -> logical type, for intake.
      LOGICAL = {
        "varchar" => "text", "char" => "fixed_text", "character" => "fixed_text", "character varying" => "text",
        "nvarchar" => "text",
        "nchar" => "fixed_text", "text" => "long_text", "clob" => "long_text", "integer" => "integer",
        "int" => "integer",
        "smallint" => "small_integer", "tinyint" => "small_integer", "bigint" => "big_integer", "numeric" => "decimal",
        "decimal" => "decimal", "number" => "decimal", "double precision" => "float", "double" => "float",
        "real" => "float",
        "float" => "float", "boolean" => "boolean", "bool" => "boolean", "date" => "date", "time" => "time",
        "time with time zone" => "zoned_time", "timestamp" => "timestamp", "datetime" => "timestamp",
        "timestamp with time zone" => "zoned_timestamp", "interval" => "interval",
        "interval year to month" => "interval",
        "interval day to second" => "interval", "blob" => "binary", "uuid" => "uuid", "json" => "json"
      }.freeze

      # Words that mean a value when they stand as a default, unquoted.
      DEFAULT_WORDS = /\A(null|true|false|current_date|current_time|current_timestamp)\z/i
      UNQUOTED_TYPES = %w[integer small_integer big_integer decimal float].freeze
      PLAIN_IDENTIFIER = /\A[a-z_][a-z0-9_]*\z/

      # The short name, and the one that people read.
      def key = self.class.key
      def title = self.class::TITLE

      # Versions that people meet, oldest first.
      def versions = self.class::VERSIONS

      # The last of its versions, as text.
      def newest = versions.last

      # The latest of the known versions that is not above one that a database says ("3.40.1", "15"); "" for none.
      def known_version(said)
        numbers = ->(version) { version.scan(/\d+/).map(&:to_i) }
        versions.reject(&:empty?).select { |version| (numbers.(version) <=> numbers.(said.to_s)) <= 0 }.last.to_s
      end

      # Has it a feature, in a version (the newest unless said)?
      #
      #   Platforms.fetch("sqlite").supports?(:strict_tables, "3.35")  # => false
      def supports?(feature, version = nil)
        since = self.class::FEATURES.fetch(feature) { return false }
        since == true || reached?(since, version)
      end

      # Is that version the one named, or a later one? No version is the newest.
      def reached?(since, version)
        since.nil? || version.to_s.empty? || (versions.index(version) || versions.size) >= versions.index(since)
      end

      # Option values that a kind of element can have; the one of that name, whatever its case, or nil.
      def options(kind) = self.class::OPTIONS.select { |option| option.of == kind }

      # The Option of a kind of element by its name in any case, or nil.
      def option(kind, name) = options(kind).find { |option| option.name.casecmp?(name) }

      # The name of a table, column or other element in parts, the schema before it where the platform knows schemas.
      def name_parts(element, model)
        element.respond_to?(:name_parts) && supports?(:schemas) ? element.name_parts(model) : [ element.name ]
      end

      # Is that schema there in every database?
      def given_schema?(_name) = false

      # What writes scripts for it: a subclass of Ddl::Writer.
      def writer_class = Ddl::Writer

      # What reads catalogs of its databases: .new(query, progress:), #read -> Intake::Catalog; nil if nothing does.
      def catalog_reader = nil

      # Longest identifier in bytes; nil: no limit.
      def identifier_limit = nil

      # Words that must be quoted to be names. Names that are not plain lower case are quoted anyway.
      def reserved_words = []

      # [kind, field] pairs that a database of this platform does not keep as written.
      def not_kept = []

      # The native type of a ValueType.
      def native_type(value_type)
        forms = Array(self.class::TYPES.fetch(value_type.name.to_s))
        sizes = { "%l" => value_type.length, "%p" => value_type.precision, "%s" => value_type.scale }
        form = forms.find { |text| text.scan(/%[lps]/).all? { |mark| sizes[mark] } }
        form.gsub(/%[lps]/) { |mark| sizes[mark].to_s }
      end

      # The type of a number that the database gives.
      def identity_type = "integer"

      # The text of a native type, from a catalog, a script or a person -> Metamodel::NativeType value. However it is
      # spelt, the same type gives the same value.
      def read_type(text) = TypeText.new(text.to_s, modifiers: self.class::TYPE_MODIFIERS).type

      # The inverse: as it stands in a script.
      def write_type(type)
        return write_array(type) if type["base"] == "array" && type.key?("of")

        head, tail = split_base(type["base"])
        [ "#{head}#{write_arguments(type)}#{write_fields(type)}", tail, *type["modifiers"] ].compact.join(" ")
      end

      # The type of a column with the fields of its record, which are the columns within it.
      def type_of(column, model)
        return column.native_type if model.leaf?(column.id)

        within = model.children(column.id, :column)
        return column.native_type if within.empty?

        Metamodel::NativeType.with_fields(column.native_type, within.map { |each| [ each.name, type_of(each, model) ] })
      end

      # Native type -> { type:, length:, precision:, scale: }; an unknown one gives an empty type.
      def logical_type(native)
        base = native["base"]
        sizes = native.fetch("arguments", []).grep(Integer)
        type = self.class::LOGICAL.fetch(base, "")
        type = "text" if type == "long_text" && sizes.any?
        { type:, **Metamodel::SIZED_TYPES.fetch(type, []).zip(sizes).to_h }.reject do |_, value|
          value.nil? || value == 0 && type != "decimal"
        end
      end

      # An identifier as it must stand in a script.
      def quote(name)
        return name if name.match?(PLAIN_IDENTIFIER) && !reserved_words.include?(name)

        %("#{name.delete("\0").gsub('"', '""')}")
      end

      # Text as a literal.
      def literal(text) = "'#{text.match?(/['\0]/) ? text.delete("\0").gsub("'", "''") : text}'"

      # The SQL of a default that was typed as a plain value.
      def default_expression(text, value_type)
        return "" if text.empty?
        return text if text.match?(DEFAULT_WORDS) && !%w[text long_text].include?(value_type.name)
        return text if UNQUOTED_TYPES.include?(value_type.name) && text.match?(/\A[+-]?\d+(\.\d+)?\z/)

        literal(text)
      end

      private

      # timestamp(3) with time zone: what comes before the arguments, and what after.
      def split_base(base)
        base.match(/\A(time|timestamp)( with(?:out)? time zone)\z/)&.captures&.map(&:strip) || [ base, nil ]
      end

      def write_array(type)
        "#{write_type(type['of'].first)} array#{type.fetch('arguments', []).map { |bound| "[#{bound}]" }.join}"
      end

      def write_arguments(type) = type.key?("arguments") ? "(#{type['arguments'].join(',')})" : ""

      def write_fields(type)
        if type.key?("fields")
          "(#{type['fields'].map { |name, inner| "#{quote(name)} #{write_type(inner)}" }.join(', ')})"
        else
          ""
        end
      end
    end
  end
end
