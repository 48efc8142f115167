# frozen_string_literal: true

module Kelvath
  module Platforms
    # Scripts of MariaDB and MySQL (their manuals' chapters on statements), and of their dumps.
    class Mariadb::Dialect < Reading::Dialect
      BLANKS = /(?:\s++|--[^\n]*+|#[^\n]*+)+/
      CLIENT = /(?:source|\\[.!uhgGq])[ \t][^\n]*/i
      FILES = /mysql|mariadb|mysqld/i
      SIGNS = { /\bENGINE\s*=\s*\w+/i => 12, /\bAUTO_INCREMENT\b/i => 8, /`\w+`/ => 3, /\/\*M?!\d+/ => 10,
        /^DELIMITER\b/i => 10,
                /\bUNSIGNED\b/i => 4, /\b(?:medium|tiny|long)(?:int|text|blob)\b/i => 5, /\bDEFAULT\s+CHARSET\b/i => 10,
                /\b(?:UNIQUE\s+)?KEY\s+`/i => 8, /\bON\s+UPDATE\s+CURRENT_TIMESTAMP\b/i => 6,
                  /\bLOCK\s+TABLES\b/i => 8 }.freeze
      # A character set's collation unless another is said, where it is not called so.
      USUAL = Hash.new { |_, set| "#{set}_general_ci" }.merge!(
        "latin1" => "latin1_swedish_ci", "binary" => "binary", "big5" => "big5_chinese_ci", "gbk" => "gbk_chinese_ci",
        "gb2312" => "gb2312_chinese_ci", "sjis" => "sjis_japanese_ci", "ujis" => "ujis_japanese_ci",
        "euckr" => "euckr_korean_ci", "swe7" => "swe7_swedish_ci", "dec8" => "dec8_swedish_ci",
          "latin2" => "latin2_general_ci"
      )
      AROUND = "utf8mb4_general_ci" # what a database has where nothing else is said
      MARKS = %r{'(?:[^'\\]|\\.|'')*'|"(?:[^"\\]|\\.|"")*"|`[^`]*`|(?<mark>/\*M?!\d*[ \t]?|[ \t]?\*/)}m
      OF_ITS_SET = "_bin" # the binary collation of the characters that a column has
      ROOMS = { "tiny" => 255, "" => 65_535, "medium" => 16_777_215 }.freeze # bytes
      Serving = Mariadb::Serving
      ROOM = /\A(?:var)?(?:char|binary)\s*\((\d+)\)/i
      MOST = 9_223_372_036_854_775_806 # what a sequence that counts up goes to by itself
      NOW = /\A(?:now|current_timestamp|localtime|localtimestamp)(?:\(\d*\))?\z/i
      NUMBERS = /\A(?:(?:tiny|small|medium|big)?int|dec(?:imal)?|numeric|fixed|float|double|real|year|bool)/i
      TEXTS = /\A(?:var)?char|\A(?:tiny|medium|long)?text|\Aenum|\Aset\b|\Anational/i

      def skipped = BLANKS
      def digit_names? = true
      def backslashes? = true
      def conditional_comments? = true
      def inline_indexes? = true
      def cascades? = false
      def keys_of_parts? = true
      def kept_by_queries = %i[mandatory default_value options]
      def quoted_texts? = true
      def text_names? = true
      def schema_is_database? = true
      def copies_all? = true
      def modifying_says_all? = true
      def drops_checks? = false
      def schema(name) = name

      def forms
        of = ->(kind, name) { platform.option(kind, name) }
        [ *[ "DEFAULT CHARSET=%s", "CHARSET=%s", "CHARACTER SET=%s", "DEFAULT CHARACTER SET=%s" ].map { |form|
             [ of.(:table, "character set"), form ] },
          [ of.(:table, "collation"), "DEFAULT COLLATE=%s" ], [ of.(:table, "engine"), "TYPE=%s" ],
          [ of.(:column, "character set"), "CHARSET %s" ], [ of.(:column, "set at each change"), "ON UPDATE NOW",
            true ],
          [ of.(:column, "set at each change"), "ON UPDATE LOCALTIMESTAMP", true ],
          [ of.(:view, "check option"), "WITH CHECK OPTION", "cascaded" ],
          [ of.(:view, "rights of"), "SQL SECURITY INVOKER", "invoker" ] ].reject { |option, *| option.nil? }
      end

      # Without the marks of comments that count, where they stand in no text.
      def plain(text)
        return text unless text.include?("*/")

        text.gsub(MARKS) { $~[:mark] ? "" : $~[0] }
      end
      def program_text(statement)
        plain(statement.text).sub(/\ACREATE\s+(OR\s+REPLACE\s+)?DEFINER\s*=\s*\S+\s+/i, 'CREATE \1')
      end

      def pass_definer(cursor)
        cursor.at += 1
        cursor.take_symbol("=")
        cursor.at += 1
        cursor.pass_group if cursor.symbol?("(")
        cursor.at += 1 while cursor.peek &&
          (cursor.symbol?("@") || cursor.peek.value.start_with?("@") || cursor.peek(-1)&.value == "@")
      end

      def type(text)
        return [ "bigint unsigned", { identity: true, mandatory: true } ] if text.casecmp?("serial")

        text = text.gsub(/\s+(?:ascii|unicode|byte)\b/i, "")
        text = text.gsub(/"(?:[^"\\]|\\.|"")*"/) { |each| default_text(each) } if text.match?(/\A(?:enum|set)\b/i)
        plain = text[/\A(.*\S)\s+binary\z/im, 1]
        return [ plain, { options: { "collation" => OF_ITS_SET } } ] if plain && plain.match?(TEXTS)

        plain = text.sub(/\A(?:national\s+|n(?=char|varchar))/i, "")
        return [ plain, { options: { "character set" => "utf8mb3" } } ] unless plain == text

        [ roomy(text), {} ]
      end

      # What the catalog tells: quotation marks around texts, none around numbers.
      def finish(state, grammar)
        single_database(state)
        state.tables.each_value { |table| finished(table, grammar) }
        state.sequences.each_value { |sequence| usual(sequence) }
      end

      def default_text(text)
        return "" if text.casecmp?("null")
        return text.sub(/\A\w+/, "current_timestamp").delete_suffix("()") if text.match?(NOW)

        text.start_with?('"') &&
          text.end_with?('"') ? platform.literal(text_of("'#{text[1...-1].gsub('""', '"')}'")) : text
      end

      def key_made(table, key)
        yield key.columns if key.primary
        return key.name = "" if key.primary

        key.name = given_name(:unique, table:, columns: key.columns, taken: taken(table)) if key.name.empty?
      end

      def key_lengths(key, text)
        lengths = text.scan(/(`(?:[^`]|``)+`|\w+)\s*\(\s*(\d+)\s*\)/)
        key.options["first letters"] = lengths.map { |name, size| "#{name} = #{size}" }.join(", ") if lengths.any?
      end

      # Keys and indexes go on over what is left of their columns.
      def column_dropped(table, column)
        left = ->(names) { names.reject { |each| each.casecmp?(column.name) } }
        table.keys.each { |key| key.columns = left.(key.columns) if left.(key.columns).any? }
        table.indexes.each do |index|
          next without_part(table, index, column) unless index.expression.empty?

          index.columns, index.descending = left.(index.columns), left.(index.descending) if left.(index.columns).any?
        end
      end

      # What stands at a column has no name of its own.
      def check_made(table, check, column)
        return check.name = "" if column
        return unless check.name.empty?

        check.name = (1..).lazy.map { |number| "CONSTRAINT_#{number}" }.find { |name| !taken(table).include?(name) }
      end

      # serial is a key by itself.
      def column_typed(table, column, type)
        return unless type.casecmp?("serial")

        name = given_name(:unique, table:, columns: [ column.name ], taken: taken(table))
        table.keys << Intake::Catalog::Key.new(name:, primary: false, columns: [ column.name ], options: {})
      end

      def foreign_name(name) = name
      def action(action) = action == "restrict" ? "no action" : action

      def given_name(kind, table:, columns:, taken:)
        return "" if kind == :primary
        if kind == :foreign_key
          return (1..).lazy.map { |number| "#{table.name}_ibfk_#{number}" }.find { |name| !taken.include?(name) }
        end

        first = columns.first || "functional_index"
        [ first, *(2..99).map { |number| "#{first}_#{number}" } ].find { |name| !taken.include?(name) }
      end

      def unique_index_is_key?(index) = index.descending.empty? && (index.options.keys - [ "comment" ]).empty?

      def index_text(table, _index, parts, _text)
        "ON #{platform.quote(table.name)} (#{parts.map { |part| index_part(part) }.join(', ')})"
      end

      def part_name(part)
        part.at = 0
        part.peek&.name? ? part.name : super
      end

      def passes?(cursor, part)
        return cursor.pass_group || true if part == :column && cursor.symbol?("(")

        super || (part == :view && cursor.take("sql", "security") && (cursor.at += 1) && true) || false
      end

      # PARTITION BY … up to the end, as the catalog tells it.
      def table_part(cursor, table, _grammar)
        return false unless cursor.here?(%w[partition by])

        cursor.at += 2
        table.options["partition by"] = cursor.rest.gsub(/\s+/, " ").strip
        true
      end

      def respread?(part, table) = Mariadb::Spreading.new(table, part).taken?

      private

      def index_part(part)
        part.at = 0
        return part.rest unless part.peek.name?

        name = "`#{part.name.gsub('`', '``')}`"
        [ name, (part.symbol?("(") ? "(#{part.group})" : nil) ].join + (part.take("desc") ? " DESC" : "")
      end

      # One database that everything is in needs no name.
      def single_database(state)
        return if state.database || state.schemas.size != 1 || state.tables.keys.any? { |schema, _| schema.nil? }

        [ state.tables, state.views, state.sequences,
          state.routines ].each { |list| list.each_value { |each| each.schema = nil } }
        state.tables.each_value { |table| table.foreign_keys.each { |key| key.target_schema = nil } }
        state.schemas.clear
      end

      def finished(table, _grammar)
        table.options.delete("engine") if table.options["engine"].to_s.casecmp?("InnoDB")
        around = letters(table.options, AROUND)
        table.columns.each do |column|
          letters(column.options, around)
          default(column)
          column.mandatory = false if column.computed && !platform.supports?(:mandatory_computed)
        end
        json(table)
        table.keys.each { |key| shorten(table, key) }
        table.indexes.reject! { |index| whole(table, index) }
        table.foreign_keys.each { |key| covered(table, key) if key.name.match?(/_ibfk_\d+\z/) }
        table.indexes -= table.indexes.select { |index| Serving.came_along?(table, index) }
      end

      # What dumps say instead of json.
      def json(table)
        told = table.checks.to_h { |check| [ check.condition[/\Ajson_valid\(`?(.+?)`?\)\z/i, 1], check ] }
        table.columns.select { |column| told.key?(column.name) || column.native_type.casecmp?("json") }.each do |column|
          table.checks.delete(told[column.name])
          column.native_type = "json"
          column.options = column.options.except("character set", "collation")
        end
      end

      # The smallest type of its kind that has the room that is asked for.
      def roomy(text)
        kind, room = text.match(/\A(text|blob)\s*\(\s*(\d+)\s*\)\z/i)&.captures
        return text unless kind

        bytes = room.to_i * (kind.casecmp?("text") ? 4 : 1)
        "#{ROOMS.find { |_, most| bytes <= most }&.first || 'long'}#{kind}"
      end

      # What the platform takes anyway is not said.
      def usual(sequence)
        up = (sequence.step || 1).positive?
        sequence.step = nil if sequence.step == 1
        first = up ? sequence.least || 1 : sequence.most || -1
        sequence.first = nil if sequence.first == first
        sequence.least = nil if up && sequence.least == 1
        sequence.most = nil if up && sequence.most == MOST
      end

      # How many letters a column has room for, as text; nil if that is not said.
      def room(table, name) = table.columns.find { |each| each.name.casecmp?(name) }&.native_type.to_s[ROOM, 1]

      # A key says only lengths that are less than the columns have.
      def shorten(table, key)
        said = key.options["first letters"] or return
        left = said.split(", ").reject do |each|
          name, size = each.split(" = ")
          size.to_i >= (room(table, name.delete("`")) || size.to_i + 1).to_i
        end
        left.any? ? key.options["first letters"] = left.join(", ") : key.options.delete("first letters")
      end

      # As many first letters as a column has are the whole column. Answers whether a key stands for the index now.
      def whole(table, index)
        parts = Serving.parts_of(index)
        return if parts.empty? || parts.any? { |part| !part.match?(Serving::PART) }

        names, sizes = parts.map { |part| part.match(Serving::PART).captures }.transpose
        names.map! { |name| name.gsub("``", "`") }
        left = sizes.zip(names.map { |name| room(table, name) })
                    .map { |size, room| size unless room && size && size.to_i >= room.to_i }
        if left.any?
          parts = parts.zip(left).map { |part, size| size ? part : part[/\A[^(]+/] }
          index.expression = "ON #{platform.quote(table.name)} (#{parts.join(', ')})"
          return false
        end
        index.columns, index.expression = names, ""
        index.unique && unique_index_is_key?(index) &&
          table.keys << Intake::Catalog::Key.new(name: index.name, primary: false, columns: names, options: {})
      end

      def without_part(table, index, column)
        left = Serving.parts_of(index).reject { |part| part[Serving::PART, 1]&.casecmp?(column.name) }
        index.expression = "ON #{platform.quote(table.name)} (#{left.join(', ')})" if left.any?
      end

      # What is said of texts where it is not the same around them. Answers the collation that holds.
      def letters(options, around)
        set, collation = options.values_at("character set", "collation").map { |each| each&.downcase }
        set = "utf8mb3" if set == "utf8"
        collation = collation.sub(/\Autf8_/, "utf8mb3_") if collation
        collation = "#{set || around[/\A[^_]+/]}_bin" if collation == OF_ITS_SET
        full = collation || (set ? USUAL[set] : around)
        options.delete("character set")
        options.delete("collation")
        return full if full == around

        own, outer = [ full, around ].map { |each| each[/\A[^_]+/] }
        options["character set"] = own unless own == outer
        options["collation"] = full unless own != outer && full == USUAL[own]
        full
      end

      def default(column)
        text = column.default_value
        if column.native_type.match?(NUMBERS)
          text = text[/\A'(.*)'\z/m, 1] || text
          text = { "true" => "1", "false" => "0" }.fetch(text.downcase, text)
        elsif column.native_type.match?(TEXTS) && text.match?(/\A[+-]?[\d.]+\z/)
          text = "'#{text}'"
        end
        text = "" if text.match?(Mariadb::CatalogReader::ZERO) && column.options["set at each change"]
        column.default_value = text
      end

      # The server makes an index for a foreign key that no other one serves.
      def covered(table, key)
        lists = table.keys.map(&:columns) + table.indexes.map { |index| Serving.leading(index) }
        return if lists.any? { |columns| Serving.serve?(columns, key) }

        name = given_name(:index, table:, columns: key.columns, taken: taken(table))
        table.indexes << Intake::Catalog::Index.new(name:, unique: false, columns: key.columns.dup, descending: [],
          included: [],
                                                    condition: "", expression: "", options: {})
      end
    end
  end
end
