# frozen_string_literal: true

module Kelvath
  module Platforms
    # Hive's catalog questions as a file for a shell with beeline: which tables there are has to be asked before each of
    # them can be.
    module Hive::Asking
      HEADING = <<~'TEXT'
        #!/bin/sh
        # Kelvath asks what Hive's databases hold: tables, views, keys, sizes. Nothing is changed, and no row of any
        # table is read. Run it in an empty folder where beeline is; what stands behind its name is handed to beeline:
        #
        #   sh questions-hive.sh -u jdbc:hive2://HOST:10000/DATABASE -n USER
        #
        # It tells what the user may see. It writes a CSV file for each question into that folder; send these back in
        # one zip. Questions to the database "sys", which servers before 3.0 do not have, may fail: their files stay
        # empty.
        set -u
        ask() { beeline "$@" --silent=true --showHeader=true --outputformat=csv2 --nullemptystring=true; }
        TEXT_MARK='`'
      TEXT
      # Each table of each database, by SHOW CREATE TABLE, in one go.
      SHOWN = <<~'TEXT'
        beeline "$@" --silent=true --showHeader=false --outputformat=csv2 -e 'SHOW DATABASES' |
          grep -v -e '^sys$' -e '^information_schema$' > kelvath-places.txt
        while read -r place; do
          echo "DESCRIBE DATABASE $TEXT_MARK$place$TEXT_MARK;"
        done < kelvath-places.txt > kelvath-described.hql
        while read -r place; do
          beeline "$@" --silent=true --showHeader=false --outputformat=csv2 \
            -e "SHOW TABLES IN $TEXT_MARK$place$TEXT_MARK; SHOW VIEWS IN $TEXT_MARK$place$TEXT_MARK" < /dev/null |
          sort -u | while read -r name; do
            test -n "$name" && echo "SHOW CREATE TABLE $TEXT_MARK$place$TEXT_MARK.$TEXT_MARK$name$TEXT_MARK;"
          done
        done < kelvath-places.txt > kelvath-shown.hql
      TEXT

      # questions: { file's name => SQL on one line }
      def asking(questions)
        asked = questions.reject { |_, sql| sql.empty? }.map do |file, sql|
          %(ask "$@" -e "#{sql.gsub(/[`"$\\]/) { |mark| "\\#{mark}" }}" > #{file}\n)
        end
        later = questions.select { |_, sql| sql.empty? }.keys
        "#{HEADING}\n#{asked.join}\n#{SHOWN}#{later.map { |file|
          "ask \"$@\" -f #{file.sub('.csv', '.hql')} > #{file}\n"
        }.join}"
      end

      # What its questionnaire is called.
      def asking_name = "questions-hive.sh"

      # Answers SHOW for what a file of answers holds. rows: { question's name => rows, as hashes }.
      def answered(rows)
        texts = statements(rows.fetch("shown"))
        lambda do |sql|
          case sql
          when /\ADESCRIBE DATABASE (.+)\z/m
            rows.fetch("described").select { |row| row["db_name"] == bare(Regexp.last_match(1)) }
          when /\ASHOW (TABLES|VIEWS) IN (.+)\z/m
            place = bare(Regexp.last_match(2))
            texts.select { |(within, _), text| within == place && (Regexp.last_match(1) == "TABLES" || view?(text)) }
                 .map { |(_, name), _| { "tab_name" => name } }
          when /\ASHOW CREATE TABLE (.+)\z/m
            [ { "createtab_stmt" => texts[names(Regexp.last_match(1))].to_s } ]
          end
        end
      end

      private

      BEGINS = /\ACREATE\s+(?:[A-Z]+\s+)*?(?:TABLE|VIEW)\s+(`[^`]+`(?:\s*\.\s*`[^`]+`)?|[\w.]+)/i
      private_constant :BEGINS

      # { [database, name] => statement } of lines that follow each other.
      def statements(rows)
        texts = rows.map { |row| row["createtab_stmt"].to_s }.slice_before { |line| line.match?(BEGINS) }
        texts.map { |lines| lines.reject { |line| line == "createtab_stmt" }.join("\n") }
             .select { |text| text.match?(BEGINS) }.to_h { |text| [ names(text[BEGINS, 1]), text ] }
      end

      # [database, name] of `database`.`name`, or of `database.name`, as older servers write it.
      def names(text) = text.delete("`").split(".", 2).map(&:strip)
      def bare(text) = text.delete("`")
      def view?(text) = text.match?(/\ACREATE\s+(?:MATERIALIZED\s+)?VIEW/i)
    end
  end
end
