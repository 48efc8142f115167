# frozen_string_literal: true

module Kelvath
  module Platforms
    # MySQL tells the tables of checks apart from their conditions, and whether they are kept.
    class Mysql::CatalogReader < Mariadb::CatalogReader
      # The same questions, but for those that MySQL answers elsewhere.
      module Queries
        include Mariadb::Queries

        CHECKS = <<~SQL
          SELECT t.table_name AS tbl, c.constraint_name AS name, c.check_clause AS text, 'Table' AS level,
                 t.enforced AS enforced
          FROM information_schema.check_constraints c JOIN information_schema.table_constraints t
            ON t.constraint_schema = c.constraint_schema AND t.constraint_name = c.constraint_name
          WHERE c.constraint_schema = database() /* table: t.table_name */ ORDER BY t.table_name, c.constraint_name
        SQL

        VIEWS = <<~SQL
          SELECT table_name AS name, view_definition AS query, check_option AS checked, security_type AS rights
          FROM information_schema.views WHERE table_schema = database() /* view: table_name */ ORDER BY table_name
        SQL
      end

      QUESTIONS = questions(Queries)
      OPTIONAL = %w[checks].freeze # servers before 8.0.16 have none
      CHECKED_SINCE = Gem::Version.new("8.0.16")

      def self.asked_with = { title: "MySQL", key: "mysql", client: "mysql" }

      private

      def queries = Queries
      def ask(name) = name == :CHECKS && !checks? ? [] : super

      def checks?
        version = ask(:VERSION).first["version"].to_s[/\A[\d.]+/] or return true
        Gem::Version.new(version) >= CHECKED_SINCE
      end
    end
  end
end
