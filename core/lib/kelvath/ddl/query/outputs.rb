# frozen_string_literal: true

module Kelvath
  module Ddl
    class Query
      # What stands between SELECT and FROM, as columns with their names.
      module Outputs
        private

        # What stands between SELECT and FROM, as columns.
        def outputs(range, scope, named, depth)
          split(range).flat_map do |item|
            last = @tokens[item.max] if item.size.positive?
            next [] unless last

            last.symbol?("*") && star?(item) ? stars(item, scope) : [ output(item, scope, named, depth) ]
          end
        end

        def split(range)
          depth, from, found = 0, range.first, []
          range.each do |index|
            token = @tokens[index]
            depth += 1 if token.symbol?("(")
            depth -= 1 if token.symbol?(")")
            next unless depth.zero? && token.symbol?(",")

            found << (from...index)
            from = index + 1
          end
          found << (from...range.end)
        end

        def star?(item) = item.size == 1 || @tokens[item.max - 1].symbol?(".")

        def stars(item, scope)
          name = item.size > 2 ? @tokens[item.max - 2].value.downcase : nil
          sources = name ? scope.sources.select { |each| each.name == name } : scope.sources
          name_table(item.max - 2, sources.first.table_id) if name && sources.first&.table_id
          sources.flat_map do |source|
            next source.columns.each { |each| @used.merge(each.sources) } if source.columns

            [ Column.new("*", [], true, nil) ]
          end
        end

        def output(item, scope, named, depth)
          named_at = alias_at(item)
          sources, open = references(named_at ? item.first...named_at : item, scope, named, depth)
          return Column.new(alias_text(@tokens[item.max]), sources, open, nil, !column_alone?(item.first...named_at)) if
            named_at

          name = column_alone?(item) ? @tokens[item.max].value : ""
          Column.new(name, sources, open, (@names[item.max] unless name.empty?), name.empty?)
        end

        # Where the words begin that give it a name; nil if none do.
        def alias_at(item)
          return if item.size < 2

          last, before = @tokens[item.max], @tokens[item.max - 1]
          return item.max - 1 if before.word?("as") && (last.name? || last.type == :string)
          return unless last.name? && !reserved?(last)

          item.max if before.symbol?(")") || %i[string number quoted].include?(before.type) ||
                       (before.type == :word && (!reserved?(before) || before.word?(*VALUES)))
        end

        def reserved?(token) = token.type == :word && NameFinder::WORDS.include?(token.value.downcase)
        def alias_text(token) = token.type == :string ? token.value[1..].delete_suffix("'") : token.value

        # A column alone is called as it is.
        def column_alone?(item)
          item.size.odd? && item.each_with_index.all? do |index, place|
            place.odd? ? @tokens[index].symbol?(".") : @tokens[index].name?
          end
        end
      end
    end
  end
end
