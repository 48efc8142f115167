# frozen_string_literal: true

module Kelvath
  module Platforms
    # SQL Server's catalog questions as a file for sqlcmd. It has no way to write CSV, so that each question answers
    # with lines of it.
    module Sqlserver::Asking
      HEADING = <<~TEXT
        -- Kelvath asks what a database of SQL Server holds: its tables, views, types, routines. Nothing is changed, and
        -- no row of any table is read. Run it in an empty folder:
        --
        --   sqlcmd -S SERVER -d DATABASE -E -f 65001 -i questions-sqlserver.sql
        --
        -- It tells what the user may see; VIEW DEFINITION on the database lets it see all. It writes a CSV file for
        -- each question into that folder; send these back in one zip.
        :setvar SQLCMDMAXVARTYPEWIDTH 0
        SET NOCOUNT ON;
        GO
      TEXT

      # questions: { file's name => SQL on one line }
      def asking(questions)
        columns = self::QUESTIONS.values.map(&:last)
        asked = questions.zip(columns).map do |(file, sql), names|
          heading = names.map { |name| %("#{name}") }.join(",")
          ":out #{file}\nSELECT '#{heading}' AS line;\nSELECT #{line(names)} AS line FROM (#{sql}) AS answer;\nGO\n"
        end
        "#{HEADING}\n#{asked.join("\n")}\n:out STDOUT\n"
      end

      private

      # A line of CSV (RFC 4180); CONCAT takes nothing for an empty text.
      def line(names)
        parts = names.map { |name| %(REPLACE(CONVERT(nvarchar(max), answer.#{name}), '"', '""')) }
        "CONCAT('\"', #{parts.join(%q(, '","', ))}, '\"')"
      end
    end
  end
end
