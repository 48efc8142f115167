# frozen_string_literal: true

module Kelvath
  module Platforms
    # MariaDB's catalog questions as a file for a shell with its client: which things there are has to be asked before
    # each of them can be. Used by MySQL, too.
    module Mariadb::Asking
      HEADING = <<~'TEXT'
        #!/bin/sh
        # Kelvath asks what a %<title>s database holds: its tables, views, routines, triggers. Nothing is changed, and
        # no row of any table is read. Run it in an empty folder where the server's client is; what stands behind its
        # name is handed to the client, which asks for the password three times, unless an option file has it:
        #
        #   sh questions-%<key>s.sh -h HOST -u USER -p DATABASE
        #
        # It tells what the user may see. It writes a CSV file for each question into that folder; send these back in
        # one zip.
        set -u
        CLIENT=${CLIENT:-%<client>s}
        # What the client writes, tabs between values and \n within them, as CSV (RFC 4180).
        as_csv() {
          awk -F '\t' '
            /^== kelvath-[a-z_]+\.csv$/ { if (file != substr($0, 4)) { file = substr($0, 4); printf "" > file }; next }
            file != "" {
              line = ""
              for (i = 1; i <= NF; i++) {
                value = $i
                if (value == "NULL") value = ""
                else {
                  gsub(/\\\\/, "\001", value); gsub(/\\n/, "\n", value); gsub(/\\t/, "\t", value)
                  gsub(/\\0/, "", value); gsub(/\001/, "\\", value); gsub(/"/, "\"\"", value)
                  value = "\"" value "\""
                }
                line = line (i > 1 ? "," : "") value
              }
              print line > file
            }'
        }
      TEXT
      # What is asked of each thing, made by asking which there are.
      LATER = <<~'SQL'
        SELECT CONCAT('SHOW CREATE TABLE `', REPLACE(table_name, '`', '``'), '`;') FROM information_schema.tables
          WHERE table_schema = DATABASE() AND table_type IN ('BASE TABLE', 'SYSTEM VERSIONED')
            AND create_options LIKE '%partitioned%';
        SELECT CONCAT('SHOW CREATE TRIGGER `', REPLACE(trigger_name, '`', '``'), '`;') FROM information_schema.triggers
          WHERE trigger_schema = DATABASE();
        SELECT CONCAT('SHOW CREATE ', routine_type, ' `', REPLACE(routine_name, '`', '``'), '`;')
          FROM information_schema.routines
          WHERE routine_schema = DATABASE() AND routine_type IN ('FUNCTION', 'PROCEDURE');
        SELECT CONCAT('SELECT ''', REPLACE(table_name, '''', ''''''), ''' AS Sequence, s.* FROM `',
            REPLACE(table_name, '`', '``'), '` AS s;') FROM information_schema.tables
          WHERE table_schema = DATABASE() AND table_type = 'SEQUENCE';
      SQL

      # questions: { file's name => SQL on one line }
      def asking(questions)
        shown, = questions.find { |_, sql| sql.empty? }
        asked = questions.except(shown).map { |file, sql| "#{mark(file)}\n#{sql};\n" }
        "#{format(HEADING,
**asked_with)}\n$CLIENT \"$@\" --batch --force <<'QUESTIONS' | as_csv\n#{asked.join}QUESTIONS\n" \
          "{ echo '#{mark(shown).gsub("'") { "'\\''" }}'\n" \
          "$CLIENT \"$@\" --batch --raw --skip-column-names <<'QUESTIONS'\n#{LATER}QUESTIONS\n} > kelvath-asked.sql\n" \
          "$CLIENT \"$@\" --batch --force < kelvath-asked.sql | as_csv\n"
      end

      # What its file is called.
      def asking_name = "questions-#{asked_with[:key]}.sh"

      def asked_with = { title: "MariaDB", key: "mariadb", client: "mariadb" }

      # Answers SHOW CREATE, and what sequences are like. rows: { question's name => rows }, of "shown" as arrays: what
      # is told, then its names.
      def answered(rows)
        shown = rows.fetch("shown").each_slice(2).to_h do |names, values|
          [ [ names.first.upcase, values.to_a.first ], names.zip(values.to_a).to_h ]
        end
        lambda do |sql|
          what, name = sql.match(/\A(?:SHOW CREATE (\w+)|SELECT \* FROM) `(.*)`\z/m)&.captures
          return if name.nil?

          found = shown[[ what || "SEQUENCE", name.gsub("``", "`") ]]
          [ found || {} ]
        end
      end

      private

      # What comes next is for that file.
      def mark(file) = "SELECT '== #{file}' AS '== #{file}';"
    end
  end
end
