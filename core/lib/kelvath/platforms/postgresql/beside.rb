# frozen_string_literal: true

module Kelvath
  module Platforms
    # What a database holds that designs do not, as statements that make it again: extensions, composite and range
    # types, aggregates, rules, policies, statistics objects, comments on what is no table, rights given by default.
    module Postgresql::Beside
      Q = Postgresql::Queries
      TITLE = ->(schema, name) { "CASE WHEN #{schema} = 'public' THEN '' ELSE #{schema} || '.' END || #{name}" }
      ON_TABLE = "JOIN pg_class c ON c.oid = %s JOIN pg_namespace n ON n.oid = c.relnamespace"

      # [what, name, text, place]; texts name things as the session's search path has them.
      TEXTS = <<~SQL
        SELECT 'extension' AS what, x.extname || ', with all that it brought' AS name,
               format('CREATE EXTENSION IF NOT EXISTS %I', x.extname) || CASE WHEN n.nspname IN ('public', 'pg_catalog')
                 OR NOT x.extrelocatable THEN '' ELSE format(' SCHEMA %I', n.nspname) END AS text, 'before' AS place
          FROM pg_extension x JOIN pg_namespace n ON n.oid = x.extnamespace WHERE x.extname <> 'plpgsql'
        UNION ALL SELECT 'composite type', #{TITLE.('n.nspname', 't.typname')}, format('CREATE TYPE %s AS (%s)',
            t.oid::regtype, (SELECT string_agg(format('%I %s', a.attname, format_type(a.atttypid, a.atttypmod)), ', '
              ORDER BY a.attnum) FROM pg_attribute a WHERE a.attrelid = c.oid AND NOT a.attisdropped)), 'before'
          FROM pg_type t JOIN pg_class c ON c.oid = t.typrelid AND c.relkind = 'c'
            JOIN pg_namespace n ON n.oid = t.typnamespace
          WHERE #{Q::PEOPLES} AND #{Q::OWN.('pg_type', 't')} AND #{Q::OWN.('pg_class', 'c')}
        UNION ALL SELECT 'range type', #{TITLE.('n.nspname', 't.typname')},
            format('CREATE TYPE %s AS RANGE (SUBTYPE = %s)', t.oid::regtype, format_type(r.rngsubtype, NULL)), 'before'
          FROM pg_range r JOIN pg_type t ON t.oid = r.rngtypid JOIN pg_namespace n ON n.oid = t.typnamespace
          WHERE #{Q::PEOPLES} AND #{Q::OWN.('pg_type', 't')}
        UNION ALL SELECT 'aggregate', p.oid::regprocedure::text,
            format('CREATE AGGREGATE %s (SFUNC = %s, STYPE = %s%s%s)', p.oid::regprocedure, g.aggtransfn,
              format_type(g.aggtranstype, NULL), CASE WHEN g.aggfinalfn = 0 THEN ''
              ELSE format(', FINALFUNC = %s', g.aggfinalfn) END, CASE WHEN g.agginitval IS NULL THEN ''
              ELSE format(', INITCOND = %L', g.agginitval) END), 'after'
          FROM pg_aggregate g JOIN pg_proc p ON p.oid = g.aggfnoid JOIN pg_namespace n ON n.oid = p.pronamespace
          WHERE #{Q::PEOPLES} AND g.aggkind = 'n' AND #{Q::OWN.('pg_proc', 'p')}
        UNION ALL SELECT 'rule', r.rulename || ' on ' || #{TITLE.('n.nspname', 'c.relname')},
            pg_get_ruledef(r.oid), 'after'
          FROM pg_rewrite r #{format(ON_TABLE, 'r.ev_class')} WHERE #{Q::PEOPLES} AND r.rulename <> '_RETURN'
        UNION ALL SELECT 'statistics object', #{TITLE.('n.nspname', 's.stxname')},
            pg_get_statisticsobjdef(s.oid), 'after'
          FROM pg_statistic_ext s JOIN pg_namespace n ON n.oid = s.stxnamespace WHERE #{Q::PEOPLES}
        UNION ALL SELECT 'row level security', 'on ' || #{TITLE.('n.nspname', 'c.relname')},
            format('ALTER TABLE %s %s ROW LEVEL SECURITY', c.oid::regclass, way), 'after'
          FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace, unnest(ARRAY['ENABLE', 'FORCE']) way
          WHERE #{Q::PEOPLES} AND CASE way WHEN 'FORCE' THEN c.relforcerowsecurity ELSE c.relrowsecurity END
        UNION ALL SELECT 'row policy', p.polname || ' on ' || #{TITLE.('n.nspname', 'c.relname')},
            format('CREATE POLICY %I ON %s%s FOR %s TO %s', p.polname, c.oid::regclass,
              CASE WHEN p.polpermissive THEN '' ELSE ' AS RESTRICTIVE' END, CASE p.polcmd WHEN 'r' THEN 'SELECT'
              WHEN 'a' THEN 'INSERT' WHEN 'w' THEN 'UPDATE' WHEN 'd' THEN 'DELETE' ELSE 'ALL' END,
              coalesce((SELECT string_agg(quote_ident(o.rolname), ', ') FROM pg_roles o WHERE o.oid = ANY (p.polroles)),
                'PUBLIC')) || coalesce(' USING (' || pg_get_expr(p.polqual, p.polrelid) || ')', '') ||
              coalesce(' WITH CHECK (' || pg_get_expr(p.polwithcheck, p.polrelid) || ')', ''), 'after'
          FROM pg_policy p #{format(ON_TABLE, 'p.polrelid')} WHERE #{Q::PEOPLES}
        UNION ALL SELECT 'comment', 'on constraint ' || k.conname,
            format('COMMENT ON CONSTRAINT %I ON %s IS %L', k.conname, k.conrelid::regclass, d.description), 'after'
          FROM pg_description d JOIN pg_constraint k ON d.classoid = 'pg_constraint'::regclass AND k.oid = d.objoid
            AND k.conrelid <> 0 #{format(ON_TABLE, 'k.conrelid')} WHERE #{Q::PEOPLES} AND #{Q::OWN.('pg_class', 'c')}
        UNION ALL SELECT 'comment', 'on trigger ' || t.tgname, format('COMMENT ON TRIGGER %I ON %s IS %L', t.tgname,
            t.tgrelid::regclass, d.description), 'after'
          FROM pg_description d JOIN pg_trigger t ON d.classoid = 'pg_trigger'::regclass AND t.oid = d.objoid
            #{format(ON_TABLE, 't.tgrelid')} WHERE #{Q::PEOPLES} AND #{Q::OWN.('pg_class', 'c')}
        UNION ALL SELECT 'comment', 'on routine ' || p.proname,
            format('COMMENT ON ROUTINE %s IS %L', p.oid::regprocedure, d.description), 'after'
          FROM pg_description d JOIN pg_proc p ON d.classoid = 'pg_proc'::regclass AND p.oid = d.objoid
            JOIN pg_namespace n ON n.oid = p.pronamespace
          WHERE #{Q::PEOPLES} AND #{Q::OWN.('pg_proc', 'p')} AND p.prokind IN ('f', 'p', 'a')
        UNION ALL SELECT 'comment', CASE WHEN d.objsubid > 0
            THEN 'on column ' || #{TITLE.('n.nspname', 'c.relname')} || '.' || a.attname
            ELSE 'on index ' || #{TITLE.('n.nspname', 'c.relname')} END, CASE WHEN d.objsubid > 0
            THEN format('COMMENT ON COLUMN %s.%I IS %L', c.oid::regclass, a.attname, d.description)
            ELSE format('COMMENT ON INDEX %s IS %L', c.oid::regclass, d.description) END, 'after'
          FROM pg_description d JOIN pg_class c ON d.classoid = 'pg_class'::regclass AND c.oid = d.objoid
            JOIN pg_namespace n ON n.oid = c.relnamespace
            LEFT JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum = d.objsubid
          WHERE #{Q::PEOPLES} AND #{Q::OWN.('pg_class', 'c')}
            AND (c.relkind IN ('i', 'I') OR (d.objsubid > 0 AND c.relkind IN ('v', 'm')))
        UNION ALL SELECT 'rights given by default', 'in ' || coalesce(n.nspname, 'every schema'),
            format('ALTER DEFAULT PRIVILEGES%s GRANT %s ON %s TO %s%s', CASE WHEN n.oid IS NULL THEN ''
              ELSE format(' IN SCHEMA %I', n.nspname) END, x.privilege_type, CASE a.defaclobjtype WHEN 'r' THEN 'TABLES'
              WHEN 'S' THEN 'SEQUENCES' WHEN 'f' THEN 'FUNCTIONS' WHEN 'T' THEN 'TYPES' ELSE 'SCHEMAS' END,
              CASE WHEN x.grantee = 0 THEN 'PUBLIC' ELSE quote_ident(pg_get_userbyid(x.grantee)) END,
              CASE WHEN x.is_grantable THEN ' WITH GRANT OPTION' ELSE '' END), 'after'
          FROM pg_default_acl a LEFT JOIN pg_namespace n ON n.oid = a.defaclnamespace, LATERAL aclexplode(a.defaclacl) x
          WHERE x.grantee <> a.defaclrole AND NOT (x.grantee = 0 AND a.defaclobjtype IN ('f', 'T'))
        ORDER BY 1, 2, 3
      SQL

      private

      # [Catalog::Piece, …]; where only some of a database is read, what is said beside is not.
      def beside
        return [] if @scope

        @query.call(TEXTS).map do |row|
          remark("#{row['what']} #{row['name']}", "It is kept as text: designs do not hold such things yet.")
          Intake::Catalog::Piece.new(text: row["text"].delete_suffix(";"), place: row["place"])
        end
      end
    end
  end
end
