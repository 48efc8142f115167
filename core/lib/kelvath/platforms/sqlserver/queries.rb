# frozen_string_literal: true

module Kelvath
  module Platforms
    # What is asked of the catalog views of the database at hand ("System catalog views (Transact-SQL)"). Things that
    # the server made, and those that its tools keep for diagrams, are left out.
    module Sqlserver::Queries
      OWN = "o.is_ms_shipped = 0 AND NOT EXISTS (SELECT 1 FROM sys.extended_properties s WHERE s.class = 1 " \
            "AND s.major_id = o.object_id AND s.name = 'microsoft_database_tools_support')"

      # The comment of what a question is about, as programs keep it.
      def self.comment(kind, id, part = 0)
        "(SELECT CAST(p.value AS nvarchar(max)) FROM sys.extended_properties p WHERE p.class = #{kind} " \
          "AND p.major_id = #{id} AND p.minor_id = #{part} AND p.name = 'MS_Description')"
      end

      # Of what a table or an index keeps its rows in: the filegroup, unless it is the usual one, and the scheme.
      SPREAD = "CASE d.type WHEN 'FG' THEN CASE d.is_default WHEN 1 THEN NULL ELSE d.name END END AS files, " \
               "CASE d.type WHEN 'PS' THEN d.name END AS scheme"

      # How a partition's rows are kept; all of them alike is what designs can say.
      PACKED = "(SELECT MAX(p.data_compression_desc) FROM sys.partitions p WHERE p.object_id = i.object_id " \
               "AND p.index_id = i.index_id)"

      HERE = <<~SQL
        SELECT DB_NAME() AS place, CAST(SERVERPROPERTY('ProductVersion') AS nvarchar(40)) AS version,
               CAST(DATABASEPROPERTYEX(DB_NAME(), 'Collation') AS nvarchar(128)) AS collation
      SQL

      # kind: one of Intake::Scope::KINDS.
      LIST = <<~SQL
        SELECT o.object_id AS id, SCHEMA_NAME(o.schema_id) AS place, o.name,
               CASE WHEN o.type = 'U' THEN 'table' WHEN o.type = 'V' THEN 'view' WHEN o.type = 'SO' THEN 'sequence'
                 ELSE 'routine' END AS kind,
               USER_NAME(OBJECTPROPERTY(o.object_id, 'OwnerId')) AS owner,
               (SELECT SUM(p.rows) FROM sys.partitions p WHERE p.object_id = o.object_id AND p.index_id IN (0, 1)
                 AND o.type = 'U') AS row_count,
               (SELECT SUM(a.total_pages) * 8192 FROM sys.partitions p JOIN sys.allocation_units a
                 ON a.container_id = p.partition_id WHERE p.object_id = o.object_id AND o.type = 'U') AS byte_count,
               HAS_PERMS_BY_NAME(QUOTENAME(SCHEMA_NAME(o.schema_id)) + '.' + QUOTENAME(o.name), 'OBJECT',
                 CASE WHEN o.type IN ('U', 'V', 'IF', 'TF') THEN 'SELECT' ELSE 'VIEW DEFINITION' END) AS readable
        FROM sys.objects o WHERE #{OWN} AND o.type IN ('U', 'V', 'SO', 'P', 'FN', 'IF', 'TF')
      SQL

      SCHEMAS = <<~SQL
        SELECT s.name, #{comment(3, 's.schema_id')} AS comment
        FROM sys.schemas s WHERE s.schema_id < 16384 AND s.name NOT IN ('sys', 'guest', 'INFORMATION_SCHEMA')
      SQL

      TABLES = <<~SQL
        SELECT o.object_id AS id, SCHEMA_NAME(o.schema_id) AS place, o.name, #{comment(1, 'o.object_id')} AS comment,
               o.is_memory_optimized AS in_memory, o.temporal_type AS history, #{SPREAD},
               (SELECT c.name FROM sys.index_columns k JOIN sys.columns c ON c.object_id = k.object_id
                 AND c.column_id = k.column_id WHERE k.object_id = i.object_id AND k.index_id = i.index_id
                 AND k.partition_ordinal = 1) AS spread_by, #{PACKED} AS packed
        FROM sys.tables o LEFT JOIN sys.indexes i ON i.object_id = o.object_id AND i.index_id IN (0, 1)
        LEFT JOIN sys.data_spaces d ON d.data_space_id = i.data_space_id
        WHERE #{OWN} /* table: o.object_id */
      SQL

      # A type as scripts have it; what is usual of it is not said.
      TYPE = <<~SQL.tr("\n", " ").strip
        CASE WHEN t.is_user_defined = 1 THEN SCHEMA_NAME(t.schema_id) + '.' + t.name
          WHEN t.name IN ('char', 'varchar', 'binary', 'varbinary') THEN t.name + '(' + CASE c.max_length WHEN -1
            THEN 'max' ELSE CAST(c.max_length AS varchar(5)) END + ')'
          WHEN t.name IN ('nchar', 'nvarchar') THEN t.name + '(' + CASE c.max_length WHEN -1 THEN 'max'
            ELSE CAST(c.max_length / 2 AS varchar(5)) END + ')'
          WHEN t.name IN ('decimal', 'numeric') THEN t.name + '(' + CAST(c.precision AS varchar(2)) + ',' +
            CAST(c.scale AS varchar(2)) + ')'
          WHEN t.name IN ('time', 'datetime2', 'datetimeoffset') AND c.scale < 7 THEN t.name + '(' +
            CAST(c.scale AS varchar(2)) + ')'
          ELSE t.name END
      SQL

      COLUMNS = <<~SQL
        SELECT c.object_id AS id, c.column_id AS number, c.name, #{TYPE} AS type, c.is_nullable AS optional,
               CAST(n.seed_value AS nvarchar(40)) AS first_number, CAST(n.increment_value AS nvarchar(40)) AS step,
               f.definition AS default_value, CASE f.is_system_named WHEN 0 THEN f.name END AS default_name,
               g.definition AS computed, g.is_persisted AS stored, c.collation_name AS collation, c.is_sparse AS sparse,
               c.is_rowguidcol AS row_guid, m.masking_function AS masked, c.generated_always_type AS kept_by_server,
               #{comment(1, 'c.object_id', 'c.column_id')} AS comment
        FROM sys.columns c JOIN sys.tables o ON o.object_id = c.object_id
        JOIN sys.types t ON t.user_type_id = c.user_type_id
        LEFT JOIN sys.identity_columns n ON n.object_id = c.object_id AND n.column_id = c.column_id
        LEFT JOIN sys.default_constraints f ON f.object_id = c.default_object_id
        LEFT JOIN sys.computed_columns g ON g.object_id = c.object_id AND g.column_id = c.column_id
        LEFT JOIN sys.masked_columns m ON m.object_id = c.object_id AND m.column_id = c.column_id
        WHERE #{OWN} /* table: c.object_id */
      SQL

      # A row for each column of an index or a key.
      INDEXES = <<~SQL
        SELECT i.object_id AS id, i.name, i.type_desc AS kind, i.is_unique AS single, i.is_primary_key AS is_primary,
               i.is_unique_constraint AS is_key, i.ignore_dup_key AS doubles_ignored, i.fill_factor AS filled,
               i.is_disabled AS disabled, i.filter_definition AS condition, #{SPREAD}, #{PACKED} AS packed,
               c.name AS col, k.key_ordinal AS number, k.is_descending_key AS falling, k.is_included_column AS included,
               k.index_column_id AS seat, kc.is_system_named AS unnamed
        FROM sys.indexes i JOIN sys.tables o ON o.object_id = i.object_id
        LEFT JOIN sys.index_columns k ON k.object_id = i.object_id AND k.index_id = i.index_id
        LEFT JOIN sys.columns c ON c.object_id = k.object_id AND c.column_id = k.column_id
        LEFT JOIN sys.key_constraints kc ON kc.parent_object_id = i.object_id AND kc.unique_index_id = i.index_id
        LEFT JOIN sys.data_spaces d ON d.data_space_id = i.data_space_id
        WHERE i.type > 0 AND #{OWN} /* table: i.object_id */
      SQL

      FOREIGN_KEYS = <<~SQL
        SELECT f.parent_object_id AS id, f.name, f.is_system_named AS unnamed, c.name AS col,
               k.constraint_column_id AS number, SCHEMA_NAME(r.schema_id) AS target_place, r.name AS target,
               t.name AS target_col,
               f.delete_referential_action_desc AS on_delete, f.update_referential_action_desc AS on_update,
               f.is_disabled AS disabled, f.is_not_trusted AS unchecked, f.is_not_for_replication AS not_replicated
        FROM sys.foreign_keys f JOIN sys.tables o ON o.object_id = f.parent_object_id
        JOIN sys.foreign_key_columns k ON k.constraint_object_id = f.object_id
        JOIN sys.columns c ON c.object_id = k.parent_object_id AND c.column_id = k.parent_column_id
        JOIN sys.objects r ON r.object_id = f.referenced_object_id
        JOIN sys.columns t ON t.object_id = k.referenced_object_id AND t.column_id = k.referenced_column_id
        WHERE #{OWN} /* table: f.parent_object_id */
      SQL

      CHECKS = <<~SQL
        SELECT k.parent_object_id AS id, k.name, k.is_system_named AS unnamed, k.definition AS condition,
               k.is_disabled AS disabled, k.is_not_for_replication AS not_replicated
        FROM sys.check_constraints k JOIN sys.tables o ON o.object_id = k.parent_object_id
        WHERE #{OWN} /* table: k.parent_object_id */
      SQL

      # Views, routines and triggers, with the text that made them.
      MODULES = <<~SQL
        SELECT o.object_id AS id, SCHEMA_NAME(o.schema_id) AS place, o.name, o.type AS kind,
               o.parent_object_id AS beside, m.definition AS text, #{comment(1, 'o.object_id')} AS comment
        FROM sys.objects o JOIN sys.sql_modules m ON m.object_id = o.object_id
        WHERE #{OWN} AND o.type IN ('V', 'P', 'FN', 'IF', 'TF', 'TR')
          /* table view routine: CASE o.type WHEN 'TR' THEN o.parent_object_id ELSE o.object_id END */
      SQL

      SEQUENCES = <<~SQL
        SELECT o.object_id AS id, SCHEMA_NAME(o.schema_id) AS place, o.name,
               CAST(o.start_value AS nvarchar(40)) AS first_number, CAST(o.increment AS nvarchar(40)) AS step,
               CAST(o.minimum_value AS nvarchar(40)) AS least, CAST(o.maximum_value AS nvarchar(40)) AS most,
               o.is_cycling AS cycles, #{comment(1, 'o.object_id')} AS comment
        FROM sys.sequences o WHERE #{OWN} /* sequence: o.object_id */
      SQL

      # Types that are others under a name of their own.
      TYPES = <<~SQL
        SELECT SCHEMA_NAME(d.schema_id) AS place, d.name, #{TYPE.gsub('t.is_user_defined = 1', '1 = 0')} AS type,
               d.is_nullable AS optional, #{comment(6, 'd.user_type_id')} AS comment
        FROM sys.types d JOIN sys.types t ON t.user_type_id = d.system_type_id
        JOIN sys.types c ON c.user_type_id = d.user_type_id
        WHERE d.is_user_defined = 1 AND d.is_table_type = 0 AND d.is_assembly_type = 0
      SQL

      # What no design holds yet: [what, name].
      REST = <<~SQL
        SELECT LOWER(REPLACE(o.type_desc, '_', ' ')) COLLATE DATABASE_DEFAULT AS what,
               SCHEMA_NAME(o.schema_id) + '.' + o.name AS name
        FROM sys.objects o WHERE #{OWN}
          AND o.type NOT IN ('U', 'V', 'SO', 'P', 'FN', 'IF', 'TF', 'TR', 'PK', 'UQ', 'F', 'C', 'D', 'S', 'IT', 'SQ')
        UNION ALL SELECT 'table type', SCHEMA_NAME(t.schema_id) + '.' + t.name FROM sys.table_types t
        UNION ALL SELECT 'assembly', a.name FROM sys.assemblies a WHERE a.is_user_defined = 1
        UNION ALL SELECT 'partition scheme', s.name FROM sys.partition_schemes s
        UNION ALL SELECT 'partition function', f.name FROM sys.partition_functions f
        UNION ALL SELECT 'security policy', p.name FROM sys.security_policies p
        UNION ALL SELECT 'database trigger', g.name FROM sys.triggers g WHERE g.parent_class = 0 AND g.is_ms_shipped = 0
        UNION ALL SELECT 'full-text index of', OBJECT_NAME(x.object_id) FROM sys.fulltext_indexes x
        UNION ALL SELECT 'rights', p.permission_name COLLATE DATABASE_DEFAULT + ' on ' + OBJECT_NAME(p.major_id) +
            ' to ' + USER_NAME(p.grantee_principal_id)
          FROM sys.database_permissions p JOIN sys.objects o ON o.object_id = p.major_id
          WHERE p.class = 1 AND #{OWN}
      SQL
    end
  end
end
