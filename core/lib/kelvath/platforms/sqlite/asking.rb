# frozen_string_literal: true

module Kelvath
  module Platforms
    # SQLite's catalog questions as a file for its shell.
    module Sqlite::Asking
      HEADING = <<~TEXT
        -- Kelvath asks what an SQLite file holds: its tables, views, indexes, triggers. Nothing is changed, and no row
        -- of any table is read. Run it in an empty folder:
        --
        --   sqlite3 -readonly PATH_OF_THE_FILE < questions-sqlite.sql
        --
        -- It writes a CSV file for each question into that folder; send these back in one zip.
        .bail on
        .mode csv
        .headers on
      TEXT
      NUMBERS = %w[cid notnull pk hidden id seq unique partial seqno desc key].freeze # columns with numbers in them

      # questions: { file's name => SQL on one line }
      def asking(questions)
        "#{HEADING}\n#{questions.map { |file, sql| ".once #{file}\n#{sql};\n" }.join}"
      end

      # Numbers as the shell writes them are texts. rows: { question's name => rows, as hashes }
      def answered(rows)
        told = self::QUESTIONS.to_h do |name, (sql, _)|
          [ sql, rows.fetch(name).map { |row| row.to_h { |key, text|
 [ key, NUMBERS.include?(key) ? text&.to_i : text ] } } ]
        end
        ->(sql) { told[sql] }
      end
    end
  end
end
