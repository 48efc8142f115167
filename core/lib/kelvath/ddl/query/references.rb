# frozen_string_literal: true

module Kelvath
  module Ddl
    class Query
      # The names in an expression, found in the sources at hand and in those around them.
      module References
        private

        # [sources, may there be others?] of what an expression names.
        def references(range, scope, named, depth)
          found, open = [], false
          index = range.first
          while index < range.end
            token = @tokens[index]
            if token.symbol?("(") && @tokens[index + 1]&.word?("select", "with") && index + 1 < range.end
              columns, index = within(index + 1, scope, named, depth)
              columns.to_a.each { |each| found |= each.sources; open ||= each.open }
            elsif column?(index)
              parts, index = parts_at(index, range.end)
              column = resolve(parts, index, scope)
              found |= column.sources
              open ||= column.open
            end
            index += 1
          end
          [ found, open ]
        end

        # A query within an expression: [its columns, where it ends].
        def within(index, scope, named, depth)
          back = @at
          @at = index
          columns = query(scope, named, depth + 1)
          ended = @at
          @at = back
          [ columns, ended ]
        end

        def column?(index)
          token, before, after = @tokens[index], (@tokens[index - 1] if index.positive?), @tokens[index + 1]
          return false unless token.name? && !after&.symbol?("(")
          return false if before&.symbol?("::") || before&.word?("as", "collate", "over")

          return true if token.type == :quoted || after&.symbol?(".")

          (!reserved?(token) && !GIVEN.include?(token.value.downcase)) ||
            (token.type == :word && NameFinder::UNITS.include?(token.value.downcase) && after&.type != :string &&
              !after&.word?("from") && !%i[string number].include?(before&.type))
        end

        def parts_at(index, ending)
          parts = [ @tokens[index].value.downcase ]
          while index + 2 < ending && @tokens[index + 1].symbol?(".") && @tokens[index + 2].name?
            parts << @tokens[index + 2].value.downcase
            index += 2
          end
          [ parts, index ]
        end

        # The Column that a name means; at: the place of its last part.
        def resolve(parts, at, scope)
          around = scope
          while around
            found = parts.one? ? unqualified(parts.first, around) : qualified(parts, at, around)
            if found
              @names[at] = found.follows if found.follows
              @used.merge(found.sources)
              return found
            end
            return UNTOLD if parts.one? && around.given.include?(parts.first)

            around = around.outer
          end
          @unknown_columns << parts.join(".") unless GIVEN.include?(parts.last)
          UNTOLD
        end

        # What several tables have under one name can be any of theirs: USING (id).
        def unqualified(name, scope)
          columns = scope.sources.filter_map { |source| column(source, name) }
          return columns.first if columns.one?
          return Column.new(name, columns.flat_map(&:sources).uniq, columns.any?(&:open), nil) if columns.any?

          UNTOLD if scope.sources.any? { |source| source.columns.nil? } # it may be one of theirs
        end

        def qualified(parts, at, scope)
          source = scope.sources.find { |each| each.name == parts[-2] } or return
          name_table(at - 2, source.table_id) if source.table_id
          return UNTOLD unless source.columns

          column(source, parts.last)
        end

        def column(source, name) = source.columns&.find { |each| each.name.casecmp?(name) }
      end
    end
  end
end
