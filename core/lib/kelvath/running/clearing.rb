# frozen_string_literal: true

module Kelvath
  module Running
    # What statements of somebody's take away of rows that are there: no catalog tells of it. Those that Kelvath writes
    # itself to move values say so by their kind and are not among them.
    module Clearing
      OURS = %w[fill row].freeze # kinds of statements
      NAME = /(?:(?:`[^`]+`|"[^"]+"|\[[^\]]+\]|[\w$]+)\s*\.\s*)*(?:`[^`]+`|"[^"]+"|\[[^\]]+\]|[\w$]+)/
      # [form, words]; where: its condition
      PARTS = /(?<parts>(?:`[^`]+`|"[^"]+"|[\w$]+)(?:\s*,\s*(?:`[^`]+`|"[^"]+"|[\w$]+))*)/
      FORMS = [
        [ /\A\s*ALTER\s+TABLE\s+(?<name>#{NAME})\s+(?:DROP|TRUNCATE)\s+(?:SUB)?PARTITION\s+
              (?:IF\s+EXISTS\s+)?#{PARTS}/xi, "Rows of %s in a partition go" ],
        [ /\A\s*TRUNCATE\s+(?:TABLE\s+)?(?:ONLY\s+)?(?<name>#{NAME})/i, "All rows of %s go" ],
        [ /\A\s*DELETE\s+FROM\s+(?:ONLY\s+)?(?<name>#{NAME})\s*(?:WHERE\s+(?<where>.*))?\z/im, "Rows of %s go" ],
        [ /\A\s*DELETE\b.*?\bFROM\s+(?<name>#{NAME})/im, "Rows of %s go" ],
        [ /\A\s*UPDATE\s+(?:ONLY\s+)?(?<name>#{NAME})\s+SET\b(?!.*\bFROM\b).*?(?:\bWHERE\s+(?<where>.*))?\z/im,
          "Values of %s are written over" ],
        [ /\A\s*UPDATE\s+(?:ONLY\s+)?(?<name>#{NAME})/im, "Values of %s are written over" ],
        [ /\A\s*(?:REPLACE|INSERT\s+OR\s+REPLACE|INSERT\s+OVERWRITE)\s+(?:INTO\s+|TABLE\s+)?(?<name>#{NAME})/im,
          "Rows of %s may be written over" ],
        [ /\A\s*INSERT\s+INTO\s+(?<name>#{NAME}).*\bON\s+(?:DUPLICATE\s+KEY|CONFLICT\b.*\bDO)\s+UPDATE\b/im,
          "Rows of %s may be written over" ],
        [ /\A\s*MERGE\s+(?:INTO\s+)?(?<name>#{NAME})/im, "Rows of %s may be written over, or go" ],
        [ /\A\s*DROP\s+(?:DATABASE|SCHEMA)\s+(?:IF\s+EXISTS\s+)?(?<name>#{NAME})/im, "%s goes with all that is in it" ]
      ].freeze
      UNCOUNTED = /\A(?:Rows of %s may|%s goes)/

      module_function

      # [Altering::Losses::Loss, …] of a Ddl::Script; a count is nil where only the statement itself could tell.
      def of(script)
        script.handed_out.reject { |each| OURS.include?(each.kind) }.filter_map { |each| loss(each) }
      end

      # [words with %s for the table, name of the table, names of the columns that an UPDATE sets] of one statement,
      # without quotation marks; nil if it takes nothing away.
      def told(sql)
        form, words = FORMS.find { |each, _| each.match?(sql) }
        return unless form

        name = form.match(sql)[:name]
        set = sql.match?(/\A\s*UPDATE\b/i) ? sql.scan(/(?:\bSET\s+|,\s*)(#{NAME})\s*=/i).flatten : []
        [ words, plain(name), set.map { |each| plain(each) } ]
      end

      # The name of the table that a statement makes, or gives to another one.
      def made(sql)
        sql[/\A\s*CREATE\s+(?:\w+\s+)*?TABLE\s+(?:IF\s+NOT\s+EXISTS\s+)?(#{NAME})/i, 1]&.then { |name| plain(name) }
      end

      # The name of the table whose rows a statement puts into another one.
      def taken_from(sql)
        sql[/\A\s*INSERT\s+INTO\s+#{NAME}.*\bFROM\s+(#{NAME})/im, 1]&.then { |name| plain(name) }
      end

      def plain(name) = name.delete('`"[]').split(".").last.to_s.strip.downcase

      def loss(statement)
        FORMS.each do |form, words|
          match = form.match(statement.sql) or next
          return Altering::Losses::Loss.new(kind: :cleared, element_id: statement.element_id,
                                            words: "#{format(words, match[:name])} (line #{statement.line}).",
                                            count: count(match, words))
        end
        nil
      end

      # A condition that asks what is not in the table alone is left for the database to refuse.
      def count(match, words)
        if match.names.include?("parts")
          return "SELECT count(*) FROM #{match[:name]} PARTITION (#{match[:parts]})"
        end
        return if words.match?(UNCOUNTED) || (words.start_with?("Rows") && !match.names.include?("where"))

        where = match.names.include?("where") ? match[:where] : nil
        "SELECT count(*) FROM #{match[:name]}#{" WHERE #{where}" if where}"
      end
      private_class_method :loss, :count, :plain
    end
  end
end
