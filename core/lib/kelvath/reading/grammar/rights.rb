# frozen_string_literal: true

module Kelvath
  module Reading
    class Grammar
      # Roles, and GRANT and REVOKE (SQL:2016, 12.2, 12.4 and 12.7): what is left when all were read.
      module Rights
        ON = { "table" => %i[tables views sequences], "view" => %i[views], "sequence" => %i[sequences],
               "schema" => %i[schemas], "function" => %i[routines], "procedure" => %i[routines],
               "routine" => %i[routines] }.freeze
        ALL = { "tables" => %i[tables views], "sequences" => %i[sequences], "functions" => %i[routines],
                "procedures" => %i[routines], "routines" => %i[routines] }.freeze

        private

        # CREATE ROLE name …
        def create_role(cursor)
          cursor.at += 1
          cursor.take("if", "not", "exists")
          return unmodelled(cursor, "role") unless cursor.peek&.name? && dialect.platform.supports?(:roles)

          role(cursor.name)
          return if cursor.end?

          note("“#{cursor.rest.gsub(/\s+/, ' ')[0,
80]}” of a role is left out: designs hold what it may do with their " \
               "things.")
        end

        def drop_role(cursor)
          cursor.take("if", "exists")
          cursor.parts.each { |part| state.roles.delete(dialect.key_of(part.name, quoted: true)) if part.peek&.name? }
        end

        # GRANT rights ON things TO roles; REVOKE rights ON things FROM roles. What is not of that form is named.
        def rights(cursor)
          taking = cursor.advance.word == "revoke"
          only_passing = taking && cursor.take("grant", "option", "for")
          privileges = privileges(cursor) or return rights_kept
          things = cursor.take("on") && things(cursor) or return rights_kept
          roles = cursor.take_one("to", "from") && grantees(cursor) or return rights_kept

          passes_on = !taking && cursor.take("with", "grant", "option")
          roles.product(things).each do |role, thing|
            next give_right(role, thing, privileges, passes_on) unless taking

            take_right(role, thing, privileges, only_passing)
          end
        end

        # [word, …], "all" for all of them; nil if one is of some columns only, or none is left.
        def privileges(cursor)
          found = []
          until cursor.end? || cursor.word?("on")
            words = []
            words << cursor.advance.word while cursor.peek&.type == :word && !cursor.word?("on")
            return if words.empty? || words.any? { |word| %w[to from].include?(word) }

            found << words.join(" ").sub(/\Aall\b.*/, "all")
            break unless cursor.take_symbol(",")
          end
          found if cursor.word?("on") && found.any?
        end

        # Values of the catalog; nil if one is none that a design holds.
        def things(cursor)
          return all_in_schema(cursor) if cursor.take("all") && ALL.key?(cursor.word)

          lists = ON.fetch(ON.key?(cursor.word) && !cursor.symbol?(".", 1) ? cursor.advance.word : "table")
          found = []
          loop do
            found << (cursor.peek&.name? ? thing(cursor, lists) : nil)
            break unless cursor.take_symbol(",")
          end
          found if found.all?
        end

        def all_in_schema(cursor)
          lists = ALL.fetch(cursor.advance.word)
          cursor.take("in", "schema") or return
          schema = dialect.schema(cursor.name)
          lists.flat_map { |list| state.public_send(list).values }.select { |each| each.schema == schema }
        end

        def thing(cursor, lists)
          return state.schemas[cursor.name] if lists == %i[schemas]

          name = cursor.qualified
          return routine(name, cursor.symbol?("(") ? cursor.group : nil) if lists == %i[routines]

          lists.each { |list| state.find(list, name)&.then { |found| return found } }
          nil
        end

        # The only one of its name, or that which takes what is said.
        def routine(name, said)
          schema, called = state.key(name)
          wanted = said && "#{called}(#{dialect.signature(said)})"
          keys = state.routines.keys.select do |of, key|
            of == schema && (key == wanted || key[/\A[^(]*/] == called)
          end
          state.routines[keys.find { |_, key| key == wanted } || (keys.first if keys.one?)]
        end

        def grantees(cursor)
          found = []
          loop do
            cursor.take_one("role", "group", "user")
            return unless cursor.peek&.name?

            found << cursor.name
            break unless cursor.take_symbol(",")
          end
          found
        end

        def role(name)
          state.roles[dialect.key_of(name, quoted: true)] ||= Catalog::Role.new(name:, grants: [])
        end

        def give_right(name, thing, privileges, passes_on)
          grants = role(name).grants
          plain, passed = [ false, true ].map do |passing|
            found = grants.find { |each| each.on.equal?(thing) && each.passes_on == passing }
            found || Catalog::Grant.new(on: thing, privileges: [], passes_on: passing).tap { |fresh| grants << fresh }
          end
          (passes_on ? passed : plain).privileges |= privileges
          plain.privileges -= passed.privileges
          grants.reject! { |each| each.privileges.empty? }
        end

        # What nobody gave is everybody's from the beginning, and stays text.
        def take_right(name, thing, privileges, only_passing)
          known = state.roles[dialect.key_of(name, quoted: true)]&.grants.to_a.select { |each| each.on.equal?(thing) }
          return rights_kept if known.empty? && dialect.platform.given_role?(name)

          known.select { |each| each.passes_on || !only_passing }.each do |each|
            gone = privileges.include?("all") ? each.privileges.dup : each.privileges & privileges
            each.privileges -= gone
            give_right(name, thing, gone, false) if only_passing
          end
          state.roles.each_value { |each| each.grants.reject! { |grant| grant.privileges.empty? } }
        end

        def rights_kept
          kept(@statement.text, "after")
          once_told("Rights of other things than tables, views, sequences, schemas and routines, or of some columns " \
                    "only, are kept as text.")
        end
      end
    end
  end
end
