# frozen_string_literal: true

module Kelvath
  module Platforms
    # Who may do what (the manual's 5.8, "Privileges"): rights that designs hold, and what says the others. The owner
    # may do everything, and is nobody of the design.
    module Postgresql::Rights
      Q = Postgresql::Queries
      ROLE = "CASE WHEN x.grantee = 0 THEN 'PUBLIC' ELSE pg_get_userbyid(x.grantee) END"

      # One row for each role and thing. sort: of thing; alls: does a letter, as acldefault() has it.
      RIGHTS_OF = lambda do |sort, schema, name, from, letter, acl, owner, where, mark|
        <<~SQL
          SELECT '#{sort}' AS sort, #{schema} AS schema, #{name} AS name, #{ROLE} AS role,
                 json_agg(lower(x.privilege_type)) AS privileges, x.is_grantable AS passes_on,
                 count(*) >= (SELECT count(*) FROM aclexplode(acldefault(#{letter}, #{owner})) d
                   WHERE d.grantee = #{owner}) AS whole
          FROM #{from}, LATERAL aclexplode(#{acl}) x
          WHERE #{Q::PEOPLES} AND #{acl} IS NOT NULL AND x.grantee <> #{owner} AND #{where} /* #{mark} */
          GROUP BY 2, 3, 4, #{owner}, #{'c.relkind, ' if letter.include?('relkind')}x.is_grantable
        SQL
      end
      HERE = "NULLIF(n.nspname, 'public')"
      # Another one of its name, so that it is named with what it takes.
      ALONE = "NOT EXISTS (SELECT 1 FROM pg_proc o WHERE o.pronamespace = p.pronamespace AND o.proname = p.proname " \
              "AND o.oid <> p.oid)"
      RIGHTS = [
        RIGHTS_OF.("relation", HERE, "c.relname", "pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace",
                   "CASE c.relkind WHEN 'S' THEN 's'::\"char\" ELSE 'r'::\"char\" END", "c.relacl", "c.relowner",
                   "c.relkind IN ('r', 'p', 'v', 'm', 'S') AND #{Q::OWN.('pg_class', 'c')}",
                   "table view sequence: #{Q::WHOLE.('c.oid')}"),
        RIGHTS_OF.("schema", "NULL", "n.nspname", "pg_namespace n", "'n'", "n.nspacl", "n.nspowner",
                   "n.nspname <> 'public'", "table view sequence routine: 1"),
        RIGHTS_OF.("routine", HERE, "p.proname", "pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace", "'f'",
                   "p.proacl", "p.proowner", "p.prokind IN ('f', 'p') AND x.grantee <> 0 AND #{ALONE} AND " \
                                             "#{Q::OWN.('pg_proc', 'p')}", "routine: p.oid")
      ].join("UNION ALL ").sub(%r{ /\* table view sequence routine: 1 \*/}, "").concat("ORDER BY 1, 2, 3, 4, 6").freeze

      # Statements that say what designs do not hold: [role, text].
      GRANTING = "CASE WHEN x.grantee = 0 THEN 'PUBLIC' ELSE quote_ident(pg_get_userbyid(x.grantee)) END || " \
                 "CASE WHEN x.is_grantable THEN ' WITH GRANT OPTION' ELSE '' END"
      KEPT = <<~SQL
        SELECT #{ROLE} AS role, format('GRANT %s (%I) ON %s TO ', x.privilege_type, a.attname, c.oid::regclass) ||
            #{GRANTING} AS text
          FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid JOIN pg_namespace n ON n.oid = c.relnamespace,
            LATERAL aclexplode(a.attacl) x
          WHERE #{Q::PEOPLES} AND a.attacl IS NOT NULL AND x.grantee <> c.relowner
        UNION ALL SELECT #{ROLE}, format('GRANT %s ON SCHEMA public TO ', x.privilege_type) || #{GRANTING}
          FROM pg_namespace n, LATERAL aclexplode(n.nspacl) x
          WHERE n.nspname = 'public' AND x.grantee NOT IN (0, n.nspowner)
            AND pg_get_userbyid(x.grantee) <> 'pg_database_owner'
        UNION ALL SELECT #{ROLE}, format('GRANT %s ON TYPE %s TO ', x.privilege_type, t.oid::regtype) || #{GRANTING}
          FROM pg_type t JOIN pg_namespace n ON n.oid = t.typnamespace, LATERAL aclexplode(t.typacl) x
          WHERE #{Q::PEOPLES} AND t.typacl IS NOT NULL AND x.grantee NOT IN (0, t.typowner)
        UNION ALL SELECT #{ROLE}, format('GRANT EXECUTE ON ROUTINE %s TO ', p.oid::regprocedure) || #{GRANTING}
          FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace, LATERAL aclexplode(p.proacl) x
          WHERE #{Q::PEOPLES} AND x.grantee NOT IN (0, p.proowner) AND p.prokind IN ('f', 'p') AND NOT #{ALONE}
            AND #{Q::OWN.('pg_proc', 'p')}
        UNION ALL SELECT 'PUBLIC', format('REVOKE ALL ON ROUTINE %s FROM PUBLIC', p.oid::regprocedure)
          FROM pg_proc p JOIN pg_namespace n ON n.oid = p.pronamespace
          WHERE #{Q::PEOPLES} AND p.proacl IS NOT NULL AND p.prokind IN ('f', 'p') AND #{Q::OWN.('pg_proc', 'p')}
            AND NOT EXISTS (SELECT 1 FROM aclexplode(p.proacl) x WHERE x.grantee = 0)
        UNION ALL SELECT 'PUBLIC', format('REVOKE ALL ON TYPE %s FROM PUBLIC', t.oid::regtype)
          FROM pg_type t JOIN pg_namespace n ON n.oid = t.typnamespace
          WHERE #{Q::PEOPLES} AND t.typacl IS NOT NULL
            AND NOT EXISTS (SELECT 1 FROM aclexplode(t.typacl) x WHERE x.grantee = 0)
        ORDER BY 1, 2
      SQL

      private

      # [[Catalog::Role, …], [Catalog::Piece, …]]. things: what was read, as lists of Tables, Views, Sequences, Schemas
      # and Routines.
      def rights(relations:, schemas:, routines:)
        here = { "relation" => relations.to_h { |each| [ each.place, each ] },
                 "schema" => schemas.to_h { |each| [ [ nil, each.name ], each ] },
                 "routine" => routines.to_h { |each| [ each.place, each ] } }
        roles = Hash.new { |known, name| known[name] = Intake::Catalog::Role.new(name:, grants: []) }
        ask(RIGHTS).each do |row|
          on = here.fetch(row["sort"])[[ row["schema"], row["name"] ]] or next
          privileges = true?(row["whole"]) ? [ "all" ] : texts(row["privileges"])
          roles[row["role"]].grants << Intake::Catalog::Grant.new(on:, privileges:, passes_on: true?(row["passes_on"]))
        end
        [ roles.values, kept_rights(roles) ]
      end

      # Where only some of a database is read, what is said beside is not.
      def kept_rights(roles)
        return [] if @scope

        @query.call(KEPT).map do |row|
          roles[row["role"]]
          remark(row["text"], "It is kept as text: designs hold rights on tables, views, sequences, schemas and " \
                              "routines as wholes.")
          Intake::Catalog::Piece.new(text: row["text"], place: "after")
        end
      end
    end
  end
end
