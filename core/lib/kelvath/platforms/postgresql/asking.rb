# frozen_string_literal: true

module Kelvath
  module Platforms
    # PostgreSQL's catalog questions as a file for psql, whose \copy writes an answer to a file of the client's.
    module Postgresql::Asking
      HEADING = <<~TEXT
        -- Kelvath asks what a PostgreSQL database holds: its tables, views, types, routines. Nothing is changed, and no
        -- row of any table is read. Run it in an empty folder, as somebody who may connect with the database:
        --
        --   psql -d NAME_OF_THE_DATABASE -f questions-postgresql.sql
        --
        -- It writes a CSV file for each question into that folder; send these back in one zip.
        \\set ON_ERROR_STOP on
        BEGIN TRANSACTION READ ONLY;
      TEXT

      # questions: { file's name => SQL on one line }
      def asking(questions)
        asked = questions.map { |file, sql| "\\copy (#{sql}) TO '#{file}' WITH (FORMAT csv, HEADER)\n" }
        "#{HEADING}#{Postgresql::Queries::PATH};\n\n#{asked.join("\n")}\nCOMMIT;\n"
      end
    end
  end
end
