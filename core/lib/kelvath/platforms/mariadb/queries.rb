# frozen_string_literal: true

module Kelvath
  module Platforms
    # What is asked of information_schema, one question for all tables of the database at hand.
    module Mariadb::Queries
      VERSION = "SELECT version() AS version"

      # All that can be taken in, without any of what it consists of.
      LIST = <<~SQL
        SELECT table_name AS name, table_type AS type, table_rows AS row_count,
               data_length + index_length AS byte_count
        FROM information_schema.tables WHERE table_schema = database()
        UNION ALL SELECT routine_name, 'ROUTINE', NULL, NULL FROM information_schema.routines
          WHERE routine_schema = database() AND routine_type IN ('FUNCTION', 'PROCEDURE')
        ORDER BY 1
      SQL

      TABLES = <<~SQL
        SELECT table_name AS name, table_type AS type, table_rows AS row_count,
               data_length + index_length AS byte_count, engine, row_format AS layout, table_collation AS collation,
               create_options AS settings, table_comment AS comment,
               (SELECT default_collation_name FROM information_schema.schemata WHERE schema_name = database()) AS usual
        FROM information_schema.tables WHERE table_schema = database() /* table sequence: table_name */
        ORDER BY table_name
      SQL

      COLUMNS = <<~SQL
        SELECT table_name AS tbl, column_name AS name, column_type AS type, is_nullable AS optional,
               column_default AS default_value, extra, generation_expression AS computed, column_comment AS comment,
               character_set_name AS letters, collation_name AS collation
        FROM information_schema.columns WHERE table_schema = database() /* table: table_name */
        ORDER BY table_name, ordinal_position
      SQL

      INDEXES = <<~SQL
        SELECT * FROM information_schema.statistics WHERE table_schema = database() /* table: table_name */
        ORDER BY table_name, index_name, seq_in_index
      SQL

      FOREIGN_KEYS = <<~SQL
        SELECT u.table_name AS tbl, u.constraint_name AS name, u.column_name AS col, u.referenced_table_schema AS place,
               u.referenced_table_name AS target, u.referenced_column_name AS target_col, r.delete_rule AS on_delete,
               r.update_rule AS on_update, u.referenced_table_schema = database() AS here
        FROM information_schema.key_column_usage u JOIN information_schema.referential_constraints r
          ON r.constraint_schema = u.constraint_schema AND r.constraint_name = u.constraint_name
          AND r.table_name = u.table_name
        WHERE u.table_schema = database() AND u.referenced_table_name IS NOT NULL /* table: u.table_name */
        ORDER BY u.table_name, u.constraint_name, u.ordinal_position
      SQL

      CHECKS = <<~SQL
        SELECT table_name AS tbl, constraint_name AS name, check_clause AS text, level
        FROM information_schema.check_constraints WHERE constraint_schema = database() /* table: table_name */
        ORDER BY table_name, constraint_name
      SQL

      VIEWS = <<~SQL
        SELECT table_name AS name, view_definition AS query, check_option AS checked, security_type AS rights, algorithm
        FROM information_schema.views WHERE table_schema = database() /* view: table_name */ ORDER BY table_name
      SQL

      # The collation that each character set has unless another is said.
      COLLATIONS = <<~SQL
        SELECT default_collate_name AS name, character_set_name AS letters FROM information_schema.character_sets
      SQL

      # Their statements are told one by one.
      TRIGGERS = <<~SQL
        SELECT trigger_name AS name, event_object_table AS tbl FROM information_schema.triggers
        WHERE trigger_schema = database() ORDER BY event_object_table, action_order, trigger_name
      SQL

      ROUTINES = <<~SQL
        SELECT routine_name AS name, routine_type AS sort FROM information_schema.routines
        WHERE routine_schema = database() AND routine_type IN ('FUNCTION', 'PROCEDURE') /* routine: routine_name */
        ORDER BY routine_name
      SQL

      # What no design holds yet: [what, name].
      REST = <<~SQL
        SELECT 'event' AS what, event_name AS name FROM information_schema.events WHERE event_schema = database()
        UNION ALL SELECT lower(routine_type), routine_name FROM information_schema.routines
          WHERE routine_schema = database() AND routine_type NOT IN ('FUNCTION', 'PROCEDURE')
        UNION ALL SELECT 'rights', concat(privilege_type, ' on ', table_name, ' to ', grantee)
          FROM information_schema.table_privileges WHERE table_schema = database()
        UNION ALL SELECT 'rights', concat(privilege_type, ' on ', table_name, '.', column_name, ' to ', grantee)
          FROM information_schema.column_privileges WHERE table_schema = database()
        UNION ALL SELECT 'rights', concat(group_concat(privilege_type ORDER BY privilege_type SEPARATOR ', '),
            ' on all to ', grantee)
          FROM information_schema.schema_privileges WHERE table_schema = database() GROUP BY grantee
        ORDER BY 1, 2
      SQL
    end
  end
end
