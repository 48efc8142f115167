# frozen_string_literal: true

module Kelvath
  module Platforms
    # What is asked of pg_catalog (PostgreSQL 12 to 18), one question for all tables. Lists of names come as JSON.
    module Postgresql::Queries
      # Every schema but those of the system; the one that a connection begins with has no name in a catalog.
      PEOPLES = "n.nspname <> 'information_schema' AND n.nspname NOT LIKE 'pg\\_%'"
      WHERE_IT_IS = "CASE WHEN n.nspname = 'public' THEN '' ELSE n.nspname || '.' END"
      SCHEMA = "NULLIF(n.nspname, 'public') AS schema"

      # Names are written with their schemas where they are not in the public one, whatever the server's settings; and
      # no machine code is made for questions that are asked once, which takes half a second each.
      PATH = "SELECT set_config('search_path', 'public', false), set_config('jit', 'off', false)"
      VERSION = "SELECT current_setting('server_version') AS version"

      SCHEMAS = <<~SQL
        SELECT n.nspname AS name, obj_description(n.oid, 'pg_namespace') AS comment
        FROM pg_namespace n WHERE #{PEOPLES} AND n.nspname <> 'public' ORDER BY n.nspname
      SQL

      # Not what an extension brought.
      OWN = lambda do |catalog, alias_name|
        "NOT EXISTS (SELECT 1 FROM pg_depend x WHERE x.classid = '#{catalog}'::regclass AND x.objid = " \
          "#{alias_name}.oid AND x.deptype = 'e')"
      end
      SIZE = "CASE WHEN c.reltuples >= 0 THEN c.reltuples::bigint END AS rows, " \
             "c.relpages::bigint * current_setting('block_size')::int AS bytes"

      # The table of which one is a partition, or the table itself.
      WHOLE = ->(id) { "coalesce(pg_partition_root(#{id}::regclass), #{id})" }

      # All that can be taken in, without any of what it consists of.
      LIST = <<~SQL
        SELECT c.oid::bigint AS id, #{SCHEMA}, c.relname AS name,
               CASE c.relkind WHEN 'S' THEN 'sequence' WHEN 'v' THEN 'view' WHEN 'm' THEN 'view' ELSE 'table' END
                 AS kind,
               pg_get_userbyid(c.relowner) AS owner, #{SIZE},
               has_schema_privilege(n.oid, 'USAGE') AND has_table_privilege(c.oid, 'SELECT') AS readable
        FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
        WHERE #{PEOPLES} AND c.relkind IN ('r', 'p', 'v', 'm', 'f', 'S') AND #{OWN.('pg_class', 'c')}
          AND NOT c.relispartition
          AND (c.relkind <> 'S' OR NOT EXISTS (SELECT 1 FROM pg_depend d WHERE d.objid = c.oid
            AND d.deptype IN ('a', 'i')))
        UNION ALL SELECT t.oid::bigint, #{SCHEMA}, t.typname, 'type', pg_get_userbyid(t.typowner), NULL, NULL,
               has_type_privilege(t.oid, 'USAGE')
        FROM pg_type t JOIN pg_namespace n ON n.oid = t.typnamespace
        WHERE #{PEOPLES} AND t.typtype IN ('e', 'd') AND #{OWN.('pg_type', 't')}
        UNION ALL SELECT p.oid::bigint, #{SCHEMA}, p.proname, 'routine', pg_get_userbyid(p.proowner), NULL, NULL,
               has_function_privilege(p.oid, 'EXECUTE')
        FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
        WHERE #{PEOPLES} AND p.prokind IN ('f', 'p') AND #{OWN.('pg_proc', 'p')}
        ORDER BY 2 NULLS FIRST, 3
      SQL

      # Where every table is, also those that are not taken in: foreign keys lead there.
      PLACES = <<~SQL
        SELECT c.oid::bigint AS oid, #{SCHEMA}, c.relname AS name FROM pg_class c
        JOIN pg_namespace n ON n.oid = c.relnamespace WHERE #{PEOPLES} AND c.relkind IN ('r', 'p', 'v', 'm', 'f')
      SQL

      TABLESPACE = "(SELECT t.spcname FROM pg_tablespace t WHERE t.oid = c.reltablespace) AS tablespace"

      # Names of columns, by their numbers in an array.
      def self.names(relation, numbers)
        "(SELECT json_agg(a.attname ORDER BY u.place) FROM unnest(#{numbers}) WITH ORDINALITY u (number, place) " \
          "JOIN pg_attribute a ON a.attrelid = #{relation} AND a.attnum = u.number)"
      end

      RELATIONS = <<~SQL
        SELECT c.oid::int AS oid, #{SCHEMA}, c.relname AS name, c.relkind AS kind,
               obj_description(c.oid, 'pg_class') AS comment,
               CASE WHEN c.relkind IN ('v', 'm') THEN pg_get_viewdef(c.oid) END AS query,
               #{SIZE}, c.relpersistence AS persistence, to_json(c.reloptions) AS settings, #{TABLESPACE},
               CASE WHEN c.relkind = 'p' THEN pg_get_partkeydef(c.oid) END AS parted,
               CASE WHEN c.relispartition THEN (SELECT i.inhparent::int FROM pg_inherits i
                 WHERE i.inhrelid = c.oid) END AS whole,
               CASE WHEN c.relispartition THEN pg_get_expr(c.relpartbound, c.oid) END AS bounds,
               CASE WHEN NOT c.relispartition THEN (SELECT json_agg(i.inhparent::int ORDER BY i.inhseqno)
                 FROM pg_inherits i WHERE i.inhrelid = c.oid) END AS parents
        FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
        WHERE #{PEOPLES} AND c.relkind IN ('r', 'p', 'v', 'm', 'f') AND #{OWN.('pg_class', 'c')}
          /* table view: #{WHOLE.('c.oid')} */
        ORDER BY n.nspname <> 'public', n.nspname, c.relname
      SQL

      COLUMNS = <<~SQL
        SELECT a.attrelid::int AS oid, a.attname AS name, format_type(a.atttypid, a.atttypmod) AS type,
               a.attnotnull AS mandatory,
               a.attidentity AS identity, a.attgenerated AS generated, pg_get_expr(d.adbin, d.adrelid) AS default_value,
               (SELECT o.collname FROM pg_collation o WHERE o.oid = a.attcollation
                 AND a.attcollation <> t.typcollation) AS collation,
               q.counter, q.counter_schema, q.counter_text, m.description AS comment
        FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid JOIN pg_namespace n ON n.oid = c.relnamespace
        JOIN pg_type t ON t.oid = a.atttypid LEFT JOIN pg_attrdef d ON d.adrelid = a.attrelid AND d.adnum = a.attnum
        LEFT JOIN pg_description m ON m.classoid = 'pg_class'::regclass AND m.objoid = a.attrelid
          AND m.objsubid = a.attnum
        LEFT JOIN (SELECT DISTINCT ON (p.refobjid, p.refobjsubid) p.refobjid, p.refobjsubid,
                          s.relname AS counter, NULLIF(sn.nspname, 'public') AS counter_schema,
                          quote_literal(s.oid::regclass::text) AS counter_text
                   FROM pg_depend p JOIN pg_class s ON s.oid = p.objid AND s.relkind = 'S'
                     JOIN pg_namespace sn ON sn.oid = s.relnamespace
                   WHERE p.classid = 'pg_class'::regclass AND p.refclassid = 'pg_class'::regclass
                     AND p.deptype IN ('a', 'i')) q ON q.refobjid = a.attrelid AND q.refobjsubid = a.attnum
        WHERE #{PEOPLES} AND c.relkind IN ('r', 'p') AND a.attnum > 0 AND NOT a.attisdropped
          /* table: #{WHOLE.('a.attrelid')} */
        ORDER BY a.attrelid, a.attnum
      SQL

      CONSTRAINTS = <<~SQL
        SELECT k.conrelid::int AS oid, k.conname AS name, k.contype AS type,
               #{names('k.conrelid', 'k.conkey')} AS columns,
               k.confrelid::int AS target, #{names('k.confrelid', 'k.confkey')} AS targets, k.confdeltype AS on_delete,
               k.confupdtype AS on_update, k.condeferrable AS deferrable, k.condeferred AS deferred,
               k.convalidated AS validated, k.connoinherit AS alone,
               (SELECT to_jsonb(i) ->> 'indnullsnotdistinct' FROM pg_index i WHERE i.indexrelid = k.conindid) AS alike,
               k.confmatchtype AS match, pg_get_constraintdef(k.oid) AS text,
               pg_get_expr(k.conbin, k.conrelid) AS condition
        FROM pg_constraint k JOIN pg_namespace n ON n.oid = k.connamespace
        WHERE #{PEOPLES} AND k.conrelid <> 0 AND k.contype <> 'n' AND k.conparentid = 0
          AND (k.contype <> 'c' OR k.coninhcount = 0)
          /* table: #{WHOLE.('k.conrelid')} */
        ORDER BY k.conrelid, k.conname
      SQL

      # special: what cannot be said by its columns and a method alone.
      INDEXES = <<~SQL
        SELECT i.indrelid::int AS oid, c.relname AS name, i.indisunique AS unique,
               #{names('i.indrelid', 'i.indkey')} AS columns, i.indnkeyatts AS sought,
               pg_get_expr(i.indpred, i.indrelid) AS condition, to_jsonb(i) ->> 'indnullsnotdistinct' AS alike,
               to_json(c.reloptions) AS settings, #{TABLESPACE},
               array_to_string(i.indoption, ',') AS options, m.amname AS method, pg_get_indexdef(i.indexrelid) AS text,
               (i.indexprs IS NOT NULL
                OR EXISTS (SELECT 1 FROM unnest(i.indclass) u (id) JOIN pg_opclass o ON o.oid = u.id
                  WHERE NOT o.opcdefault)
                OR EXISTS (SELECT 1 FROM unnest(i.indoption) u (bits) WHERE u.bits NOT IN (0, 3))
                OR EXISTS (SELECT 1 FROM unnest(i.indcollation, i.indkey) u (id, number) JOIN pg_attribute a
                           ON a.attrelid = i.indrelid AND a.attnum = u.number WHERE u.id <> 0
                             AND u.id <> a.attcollation)) AS special
        FROM pg_index i JOIN pg_class c ON c.oid = i.indexrelid JOIN pg_am m ON m.oid = c.relam
          JOIN pg_namespace n ON n.oid = c.relnamespace
        WHERE #{PEOPLES} AND NOT EXISTS (SELECT 1 FROM pg_constraint k WHERE k.conindid = i.indexrelid)
          AND NOT c.relispartition
        /* table: #{WHOLE.('i.indrelid')} */
        ORDER BY i.indrelid, c.relname
      SQL

      TRIGGERS = <<~SQL
        SELECT t.tgrelid::int AS oid, t.tgname AS name, pg_get_triggerdef(t.oid) AS text
        FROM pg_trigger t JOIN pg_class c ON c.oid = t.tgrelid JOIN pg_namespace n ON n.oid = c.relnamespace
        WHERE #{PEOPLES} AND NOT t.tgisinternal AND c.relkind IN ('r', 'p')
          AND coalesce(to_jsonb(t) ->> 'tgparentid', '0') = '0' /* table: #{WHOLE.('t.tgrelid')} */
        ORDER BY t.tgrelid, t.tgname
      SQL

      ROUTINES = <<~SQL
        SELECT #{SCHEMA}, p.proname AS name, pg_get_functiondef(p.oid) AS text
        FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
        WHERE #{PEOPLES} AND p.prokind IN ('f', 'p')
          AND NOT EXISTS (SELECT 1 FROM pg_depend d WHERE d.objid = p.oid AND d.deptype = 'e') /* routine: p.oid */
        ORDER BY n.nspname <> 'public', n.nspname, p.proname, p.oid
      SQL

      # Those by which no column counts that owns them; bounds that the type gives anyway are not told.
      SEQUENCES = <<~SQL
        SELECT #{SCHEMA}, c.relname AS name, s.seqstart AS first, s.seqincrement AS step, s.seqcycle AS cycles,
               NULLIF(s.seqmin, CASE WHEN s.seqincrement > 0 THEN 1 ELSE -9223372036854775808 END) AS least,
               NULLIF(s.seqmax, CASE WHEN s.seqincrement > 0 THEN 9223372036854775807 ELSE -1 END) AS most,
               obj_description(c.oid, 'pg_class') AS comment
        FROM pg_sequence s JOIN pg_class c ON c.oid = s.seqrelid JOIN pg_namespace n ON n.oid = c.relnamespace
        WHERE #{PEOPLES} AND NOT EXISTS (SELECT 1 FROM pg_depend d LEFT JOIN pg_attrdef v ON v.adrelid = d.refobjid
            AND v.adnum = d.refobjsubid
          WHERE d.objid = c.oid AND (d.deptype IN ('i', 'e') OR d.deptype = 'a' AND pg_get_expr(v.adbin, v.adrelid) =
            'nextval(' || quote_literal(c.oid::regclass::text) || '::regclass)')) /* sequence: c.oid */
        ORDER BY n.nspname <> 'public', n.nspname, c.relname
      SQL

      ENUMERATIONS = <<~SQL
        SELECT #{SCHEMA}, t.typname AS name, obj_description(t.oid, 'pg_type') AS comment,
               (SELECT json_agg(e.enumlabel ORDER BY e.enumsortorder) FROM pg_enum e WHERE e.enumtypid = t.oid) AS texts
        FROM pg_type t JOIN pg_namespace n ON n.oid = t.typnamespace
        WHERE #{PEOPLES} AND t.typtype = 'e'
          AND NOT EXISTS (SELECT 1 FROM pg_depend d WHERE d.objid = t.oid AND d.deptype = 'e') /* type: t.oid */
        ORDER BY n.nspname <> 'public', n.nspname, t.typname
      SQL

      DOMAINS = <<~SQL
        SELECT #{SCHEMA}, t.typname AS name, format_type(t.typbasetype, t.typtypmod) AS type, t.typnotnull AS mandatory,
               t.typdefault AS "default", obj_description(t.oid, 'pg_type') AS comment,
               (SELECT json_agg(pg_get_constraintdef(k.oid) ORDER BY k.conname) FROM pg_constraint k
                WHERE k.contypid = t.oid AND k.contype = 'c') AS checks
        FROM pg_type t JOIN pg_namespace n ON n.oid = t.typnamespace
        WHERE #{PEOPLES} AND t.typtype = 'd'
          AND NOT EXISTS (SELECT 1 FROM pg_depend d WHERE d.objid = t.oid AND d.deptype = 'e') /* type: t.oid */
        ORDER BY n.nspname <> 'public', n.nspname, t.typname
      SQL

      # What no design holds yet: [what, name].
      REST = <<~SQL
        SELECT 'aggregate' AS what, p.oid::regprocedure::text AS name FROM pg_proc p
          JOIN pg_namespace n ON n.oid = p.pronamespace JOIN pg_aggregate g ON g.aggfnoid = p.oid
          WHERE #{PEOPLES} AND g.aggkind <> 'n' AND #{OWN.('pg_proc', 'p')}
        UNION ALL SELECT 'rights that the owner has not', 'on ' || #{WHERE_IT_IS} || c.relname FROM pg_class c
          JOIN pg_namespace n ON n.oid = c.relnamespace
          WHERE #{PEOPLES} AND c.relacl IS NOT NULL AND c.relkind IN ('r', 'p', 'v', 'm', 'S')
          AND (SELECT count(*) FROM aclexplode(c.relacl) x WHERE x.grantee = c.relowner) <
            (SELECT count(*) FROM aclexplode(acldefault(CASE c.relkind WHEN 'S' THEN 's'::"char" ELSE 'r'::"char" END,
              c.relowner)))
        UNION ALL SELECT 'operator', o.oid::regoperator::text FROM pg_operator o
          JOIN pg_namespace n ON n.oid = o.oprnamespace WHERE #{PEOPLES} AND #{OWN.('pg_operator', 'o')}
        UNION ALL SELECT 'operator class', #{WHERE_IT_IS} || o.opcname FROM pg_opclass o
          JOIN pg_namespace n ON n.oid = o.opcnamespace WHERE #{PEOPLES} AND #{OWN.('pg_opclass', 'o')}
        UNION ALL SELECT 'cast', format_type(k.castsource, NULL) || ' as ' || format_type(k.casttarget, NULL)
          FROM pg_cast k WHERE k.oid >= 16384 AND #{OWN.('pg_cast', 'k')}
        UNION ALL SELECT 'collation', #{WHERE_IT_IS} || o.collname FROM pg_collation o
          JOIN pg_namespace n ON n.oid = o.collnamespace WHERE #{PEOPLES} AND #{OWN.('pg_collation', 'o')}
        UNION ALL SELECT 'base type', #{WHERE_IT_IS} || t.typname FROM pg_type t
          JOIN pg_namespace n ON n.oid = t.typnamespace WHERE #{PEOPLES} AND t.typtype = 'b' AND t.typelem = 0
          AND #{OWN.('pg_type', 't')}
        UNION ALL SELECT 'text search configuration', #{WHERE_IT_IS} || t.cfgname FROM pg_ts_config t
          JOIN pg_namespace n ON n.oid = t.cfgnamespace WHERE #{PEOPLES} AND #{OWN.('pg_ts_config', 't')}
        UNION ALL SELECT 'text search dictionary', #{WHERE_IT_IS} || t.dictname FROM pg_ts_dict t
          JOIN pg_namespace n ON n.oid = t.dictnamespace WHERE #{PEOPLES} AND #{OWN.('pg_ts_dict', 't')}
        UNION ALL SELECT 'event trigger', evtname::text FROM pg_event_trigger t WHERE #{OWN.('pg_event_trigger', 't')}
        UNION ALL SELECT 'publication', pubname::text FROM pg_publication
        UNION ALL SELECT 'foreign server', srvname::text FROM pg_foreign_server s
          WHERE #{OWN.('pg_foreign_server', 's')}
        ORDER BY 1, 2
      SQL
    end
  end
end
