# frozen_string_literal: true

module Kelvath
  module Platforms
    # What standard SQL has and does. A platform is a subclass that says only what differs. An instance is a platform
    # in one of its versions: Platforms.fetch("oracle").at("19").
    class Platform
      include Types
      include Values
      include Repeating
      include Altering

      class << self
        # The short name used on the command line and in model files.
        def key = name.split("::").last.downcase

        # The options that a kind of element can have: [Option, …].
        def options_of(kind) = (@options_by_kind ||= self::OPTIONS.group_by(&:of).freeze).fetch(kind, Model::NONE)
      end

      TITLE = "SQL"
      # Versions that people meet, oldest first, and { version => what changed there, in a line }. One without digits
      # is what the maker runs: always the newest.
      VERSIONS = [ "" ].freeze
      CHANGES = {}.freeze
      # { feature => the version since which it is there, or true }. What is not named is not there. alternate_keys,
      # foreign_keys, checks and indexes: such things; partial_indexes: of some rows only; stored_columns,
      # virtual_columns: what is computed is kept in the row, or need not be; mandatory: columns that must have a value;
      # foreign_keys_indexed: by the database itself; foreign_keys_dropped: they can be, apart from their table;
      # enumerations: types that list their values, made by a statement; altered_in_place, renames_followed: see
      # Altering; indexes_in_schema: two tables have no indexes of one name; grants_passed: a role can
      # be let pass its rights on; roles_within: they are the database's own, not the server's; rights_told: a catalog
      # that is read tells them; partitions: parts of tables that are tables themselves; undone_whole:
      # a transaction takes back whatever statements have made.
      FEATURES = { altered_in_place: true, renames_followed: true, indexes_in_schema: true, comments: true,
                   grants_passed: true,
                   schemas: true, deferrable: true, identity: true, computed_columns: true,
                   nested_columns: true, alternate_keys: true, foreign_keys: true, checks: true, indexes: true,
                   partial_indexes: true, included_columns: true, on_delete: true, on_update: true,
                   stored_columns: true, mandatory: true, sequences: true, roles: true,
                   foreign_keys_dropped: true }.freeze
      ACTIONS = [ "no action", "restrict", "cascade", "set null", "set default" ].freeze # of foreign keys
      RECORDS = %w[row struct].freeze # bases of types that have fields
      TYPE_MODIFIERS = [].freeze # words beside a type's base, as in "int unsigned"
      ANY_TYPE = false # is every word a type?
      DATA_TYPES = [].freeze
      ENUMERATION = nil # the type that lists the texts it takes, where there is one
      QUOTES = %w[" "].freeze # around names
      ALTERS = Altering::STANDARD
      NOTES = {}.freeze # what statements do to big tables
      GENTLY = {}.freeze # how the same is said so that nobody waits for long
      AROUND = nil # [[statements before], [statements after]] an alteration
      COUNTING = [].freeze # how a column that begins to count goes on behind the numbers that are there
      NUMBERING = [].freeze # how rows are numbered by hand
      SEQUENCE = { first: "START WITH", step: "INCREMENT BY", least: "MINVALUE", most: "MAXVALUE" }.freeze
      CYCLES = true # can a sequence begin again?
      GRANTED = { schema: "SCHEMA ", sequence: "SEQUENCE ", routine: "FUNCTION " }.freeze # before names in GRANT
      GRANTEE = "" # before a role's name there
      ROLE_MADE = "CREATE ROLE %s"
      EVERYBODY = "PUBLIC" # the role that all are in, and nobody makes
      NO_COMMENT = "NULL" # what takes a comment back
      REFERRING = nil # the trigger that does what its foreign keys cannot: %<name>s, %<event>s, %<table>s, %<does>s
      REFERRED = [ "OLD.", "NEW." ].freeze # what stands before a column of the row as it was, and as it is
      NO_CYCLE = "NO CYCLE"
      PROGRAM_END = "" # behind the statement of a routine or a trigger
      FIRST_SCHEMA = "" # where what names no schema is; "" where that is up to the connection
      PORT = 5432 # that servers listen on if nobody says otherwise
      CASTS_ONLY = {}.freeze # { base of a type => logical types that its values can become, if not all }
      CHARACTERS = "char_length(%s)" # how many a text has (SQL:2016, 6.29)
      PICKY = %w[xml].freeze # types that count as texts and take only some of them
      EXAMPLES = { "blob" => "x'0%<row>d'" }.freeze # { base of a type => a value, as SQL, for each row }
      ONCE = { "grant" => :harmless, "comment" => :harmless }.freeze
      INSERT_ONCE = nil
      ASKS_FIRST = true
      BEGINS_IN = nil
      NEVER_WITHIN = nil # statements that no transaction can hold, where others can
      ADDED_LATER = [].freeze # options of foreign keys that only one that is added to a table can have
      DROPS_BETWEEN = [].freeze
      RUNS_FILE = "-- %s" # how a client runs another file
      BATCH_END = nil # the line between batches, where there are any
      ALONE = [].freeze # kinds of statements that stand in a batch of their own
      DELIMITED = false # does its client take what holds semicolons between other delimiters only?
      PLAIN_IDENTIFIER = /\A[a-z_][a-z0-9_]*\z/ # what needs none
      IDENTIFIER_UNIT = :bytes # what an identifier's length is counted in: :bytes or :characters
      NULLS_ALIKE = false # do two rows without a value break a unique key?
      KEY_BYTES = nil # how wide a key or index can be; nil: no limit that is met
      CHARACTER_BYTES = 4 # the most that a character takes
      UNORDERED = [].freeze # bases of types that no key or index can be over
      TRUTH = nil # { "true" => SQL, "false" => SQL } where there are no such values
      DEFERRAL = { name: "deferrable", type: :choice, values: [ "yes", "initially deferred" ], at: :tail,
                   as: { "yes" => "DEFERRABLE", "initially deferred" => "DEFERRABLE INITIALLY DEFERRED" },
                   explanation: "Looked at when the transaction ends." }.freeze
      OPTIONS = [
        Option.new(of: :foreign_key, **DEFERRAL),
        Option.new(name: "collation", of: :column, type: :name, at: :type, as: "COLLATE %s",
                   explanation: "The order and likeness of its texts.")
      ].freeze

      # Logical type -> native type, see Types.
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

      # Native types that are met everywhere -> logical type, for those that a platform does not list itself.
      LOGICAL = {
        "varchar" => "text", "char" => "fixed_text", "character" => "fixed_text", "character varying" => "text",
        "nvarchar" => "text", "nchar" => "fixed_text", "text" => "long_text", "clob" => "long_text",
        "integer" => "integer", "int" => "integer", "smallint" => "small_integer", "tinyint" => "small_integer",
        "bigint" => "big_integer", "numeric" => "decimal", "decimal" => "decimal", "number" => "decimal",
        "double precision" => "float", "double" => "float", "real" => "float", "float" => "float",
        "boolean" => "boolean", "bool" => "boolean", "date" => "date", "time" => "time",
        "time with time zone" => "zoned_time", "timestamp" => "timestamp", "datetime" => "timestamp",
        "timestamp with time zone" => "zoned_timestamp", "interval" => "interval",
        "interval year to month" => "interval", "interval day to second" => "interval", "blob" => "binary",
        "uuid" => "uuid", "json" => "json"
      }.freeze

      # The version it is looked at in; "" for the newest.
      attr_reader :version

      def initialize(version = "")
        @version = version
        @versions = {}
      end

      # The same platform in a version; nil or "" for the newest.
      def at(version) = version.to_s == @version ? self : @versions[version.to_s] ||= self.class.new(version.to_s)

      # The short name, and the one that people read.
      def key = self.class.key
      def title = self.class::TITLE

      # Versions that people meet, oldest first.
      def versions = self.class::VERSIONS

      # The last of its versions, as text.
      def newest = versions.last

      # The latest of the known versions that is not above one that a database says ("3.40.1", "15"); "" for none.
      def known_version(said)
        versions.select { |known| known.match?(/\d/) && !newer?(known, said.to_s) }.last.to_s
      end

      # Has it a feature, in a version (its own unless said)?
      #
      #   Platforms.fetch("sqlite").supports?(:strict_tables, "3.35")  # => false
      def supports?(feature, version = @version)
        since = self.class::FEATURES.fetch(feature) { return false }
        since == true || reached?(since, version)
      end

      # Is that version the one named, or a later one? No version is the newest.
      def reached?(since, version = @version)
        since.nil? || version.to_s.empty? || !newer?(since, version)
      end

      # Options that a kind of element can have.
      def options(kind) = self.class.options_of(kind)

      # The Option of a kind of element by its name in any case, or nil.
      def option(kind, name) = options(kind).find { |option| option.name.casecmp?(name) }

      # Is an option there in this version?
      def option?(option) = reached?(option.since) && !past?(option.last)

      # Is this version after the last that knows something?
      def past?(last) = !last.nil? && (version.empty? || newer?(version, last))

      # What a foreign key can do when the row it refers to goes ("on_delete") or changes ("on_update").
      def actions(event) = supports?(event) ? self.class::ACTIONS : self.class::ACTIONS.first(1)

      # The name of a table, column or other element in parts, the schema before it where the platform knows schemas.
      def name_parts(element, model)
        element.respond_to?(:name_parts) && supports?(:schemas) ? element.name_parts(model) : [ element.name ]
      end

      # Is that schema there in every database?
      def given_schema?(_name) = false

      # What writes scripts for it: a subclass of Ddl::Writer.
      def writer_class = Ddl::Writer

      # What its client is told before statements, so that it runs them as they are written. sqls: texts.
      def client_settings(_sqls) = []

      # Is a role there anyway?
      def given_role?(name) = name.casecmp?(EVERYBODY)

      # A role as it stands behind TO and FROM.
      def grantee(name) = "#{self.class::GRANTEE}#{given_role?(name) ? EVERYBODY : quote(name)}"

      # How its scripts are written: a Reading::Dialect.
      def dialect = @dialect ||= dialect_class.new(self)
      def dialect_class = Reading::Dialect

      # What reads catalogs of its databases: .new(query, progress:), #read -> Intake::Catalog; nil if nothing does.
      def catalog_reader = nil

      # What its practice server answers: a subclass of Practice::Answers; nil if there is none.
      def practice = nil

      # Longest identifier, in IDENTIFIER_UNIT; nil: no limit.
      def identifier_limit = nil

      # How long a name is, counted as the platform counts.
      def length_of(name) = self.class::IDENTIFIER_UNIT == :bytes ? name.bytesize : name.length

      # How many bytes a value of a type can take in a key, texts with the most that a character takes.
      def bytes_of(type)
        length = type.fetch("arguments", []).first
        logical_name(type).match?(/text/) && length.is_a?(Integer) ? length * self.class::CHARACTER_BYTES : 8
      end

      # Words that must be quoted to be names, in lower case.
      def reserved_words = []

      # [kind, field] pairs that a database of this platform does not keep as written.
      def not_kept = []

      # Does the database call it by a name of its own, whatever the design says?
      def nameless?(_element) = false

      # The value of a field as a catalog tells it, where several mean the same.
      def as_kept(_kind, _field, value) = value

      private

      # Is a version above another? One without digits is above all that have some.
      def newer?(version, other)
        numbers = [ version, other ].map { |each| each.scan(/\d+/).map(&:to_i) }
        return numbers.first.empty? && numbers.last.any? if numbers.any?(&:empty?)

        (numbers.first <=> numbers.last).positive?
      end
    end
  end
end
