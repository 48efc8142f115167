# frozen_string_literal: true

module Kelvath
  module Findings
    # A check of a table with its keys, foreign keys and indexes: it looks again when any of them has changed, or those
    # of a table that the two refer to each other.
    class TableCheck < DesignCheck
      PARTS = %i[table column key foreign_key index].freeze
      looks_at :table

      def concerned(change)
        return subjects.map(&:id) if change.touched(:design).any?

        ids = change.touched(*PARTS).flat_map { |each| each.kind == :table ? [ each.id ] : [ each.parent_id ] }.uniq
        near = ids.flat_map { |id| model.referrers(id, :foreign_key).map(&:parent_id) }
        ids | near
      end

      private

      def parts(table, kind) = model.children(table.id, kind)
      def names(ids) = ids.filter_map { |id| model[id]&.name }.join(", ")
      def begins?(list, ids) = list.first(ids.size) == ids

      # Lists of columns that rows can be found by.
      def sought(table)
        (parts(table, :key) + parts(table, :index).select { |each| each.condition.empty? }).map(&:column_ids)
      end
    end

    # A table that foreign keys lead to and that only has a name here.
    class TableOutside < TableCheck
      holds "Tables that foreign keys lead to are in the design, or known to be outside it."
      weighs :hint

      private

      def about(table)
        return [] unless table.outside

        users = model.referrers(table.id, :foreign_key).map { |key| model.fetch(key.parent_id).name }.uniq
        return [] if users.empty?

        shown = users.first(3).join(", ")
        [ finding(table, "#{capital(title(table))} is outside this design; foreign keys of #{shown} lead to it, " \
                         "and a script does not make it.",
                  fix("Take it into the design") { |draft| draft.set(table.id, outside: false) }) ]
      end
    end

    # A table without a primary key.
    class PrimaryKeyMissing < TableCheck
      holds "Every table has a primary key."

      private

      def about(table)
        return [] if table.outside || parts(table, :column).empty? || parts(table, :key).any?(&:primary)
        return [] if platform.class::FEATURES.key?(:primary_keys) && !platform.supports?(:primary_keys)

        unique = parts(table, :key).first
        mend = unique ? fix("Make “#{names(unique.column_ids)}” primary") { |draft|
          draft.set(unique.id, primary: true)
        } : numbered(table)
        [ finding(table, "#{capital(title(table))} has no primary key: two of its rows can be alike.", mend) ]
      end

      def numbered(table)
        return unless platform.supports?(:identity)

        fix("Number its rows") do |draft|
          column = draft.add(:column, parent_id: table.id, name: "#{table.name}_id", mandatory: true, identity: true,
                             native_type: platform.read_type(platform.identity_type), position: 0.0)
          Editing::Tables.add_key(draft, table.id, "primary \"#{column.name.gsub('"', '""')}\"")
        end
      end
    end

    # A primary key that should be a number, as the design chooses its keys, and is not numbered by the database.
    class NumberingMissing < TableCheck
      holds "Where the design chooses numbered keys, the database gives the numbers."
      heeds :entity, :attribute, :identifier, :relationship, :subtype_group

      private

      def about(table)
        key = parts(table, :key).find(&:primary)
        return [] if key.nil? || table.outside || !platform.supports?(:identity) || !numbered?(table)

        columns = key.column_ids.map { |id| model[id] }
        return [] if columns.one? && (columns.first.identity || !columns.first.default_value.empty?)

        [ finding(table, "#{capital(title(table))} is to have a numbered key; its primary key " \
                         "(#{names(key.column_ids)}) is not numbered.", numbering(columns)) ]
      end

      def numbering(columns)
        return unless columns.one? && platform.logical_type(columns.first.native_type)[:type].end_with?("integer")

        fix("Let the database number “#{columns.first.name}”") { |draft| draft.set(columns.first.id, identity: true) }
      end

      # Would its key be a number?
      def numbered?(table)
        shape = Derivation::Shaping.of(model, model.ancestors(table).last).model
        return false unless shape.of_kind(table.source_id, :entity)

        keys = Logical::KeyMigration.of(shape, surrogates: true).primary(table.source_id)
        keys.one? && keys.first.surrogate?
      end
    end

    # Columns of a foreign key that cannot hold what they refer to.
    class ForeignKeyTypesDiffer < TableCheck
      holds "A foreign key's columns have the types of those they refer to."

      private

      def about(table)
        parts(table, :foreign_key).filter_map do |key|
          odd = key.column_ids.zip(key.target_column_ids).map { |pair| pair.map { |id| model[id] } }
                   .find { |own, target| own && target && own.native_type != target.native_type }
          differs(key, *odd) if odd
        end
      end

      def differs(key, own, target)
        types = [ own, target ].map { |each| platform.write_type(each.native_type) }
        finding(key, "#{capital(title(key))}: #{own.name} is #{types.first}, and refers to #{target.name}, which is " \
                     "#{types.last}.",
                fix("Make #{own.name} #{types.last}") { |draft| draft.set(own.id, native_type: target.native_type) })
      end
    end

    # Whoever removes or looks up a parent has all children read.
    class ForeignKeyWithoutIndex < TableCheck
      holds "An index begins with the columns of each foreign key."
      weighs :hint

      private

      def about(table)
        return [] if !platform.supports?(:indexes) || platform.supports?(:foreign_keys_indexed)

        parts(table, :foreign_key).reject { |key| sought(table).any? { |list|
 begins?(list, key.column_ids) } }.map do |key|
          finding(key, "No index begins with #{names(key.column_ids)}, by which #{title(key)} looks rows up.",
                  fix("Add an index") { |draft|
                    draft.add(:index, parent_id: table.id, column_ids: key.column_ids,
                              name: Editing::Tables.constraint_name(draft, table, :index,
                                                                    key.column_ids.map { |id| model[id] }))
                  })
        end
      end
    end

    # What a foreign key refers to must be one row.
    class ForeignKeyToNoKey < TableCheck
      holds "A foreign key refers to a key of the other table."
      weighs :error

      private

      def about(table)
        parts(table, :foreign_key).filter_map do |key|
          target = model[key.target_table_id]
          next if target.nil? || target.outside || key.target_column_ids.empty? || unique?(target,
key.target_column_ids)

          columns = names(key.target_column_ids)
          finding(key, "#{capital(title(key))} refers to #{columns} of #{target.name}, which is no key of it.",
                  fix("Make #{columns} unique") { |draft|
                    draft.add(:key, parent_id: target.id, column_ids: key.target_column_ids,
                              name: Editing::Tables.constraint_name(draft, target, :unique_key,
                                                                    key.target_column_ids.map { |id| model[id] }))
                  })
        end
      end

      def unique?(table, ids)
        keys = parts(table, :key) + parts(table, :index).select { |each| each.unique && each.condition.empty? }
        keys.any? { |each| each.column_ids.sort == ids.sort }
      end
    end

    # Where two rows without a value count as alike, only one row can do without.
    class UniqueOverNulls < TableCheck
      holds "A unique key lets as many rows do without a value as the logical side does."

      private

      def about(table)
        return [] unless platform.class::NULLS_ALIKE

        parts(table, :key).reject(&:primary).filter_map do |key|
          open = key.column_ids.filter_map { |id| model[id] }.reject(&:mandatory)
          next if open.empty?

          finding(key, "#{platform.title} lets one row only do without #{open.map(&:name).join(', ')}: " \
                       "#{title(key)} takes two rows without a value for alike.",
                  fix("Keep rows apart that have a value") { |draft| only_values(draft, table, key, open) })
        end
      end

      # A unique index of the rows that have all values.
      def only_values(draft, table, key, open)
        condition = open.map { |column| "#{Metamodel::Expression.reference(column.id)} IS NOT NULL" }.join(" AND ")
        draft.remove(key.id)
        draft.add(:index, parent_id: table.id, name: key.name, unique: true, column_ids: key.column_ids, condition:)
      end
    end

    # An index that another index or key does as well.
    class IndexRedundant < TableCheck
      holds "No index does only what another one, or a key, does as well."
      weighs :hint

      private

      def about(table)
        indexes = parts(table, :index).select { |each| plain?(each) }
        indexes.filter_map do |index|
          by = parts(table, :key).find { |key| begins?(key.column_ids, index.column_ids) } ||
               indexes.find { |other| covers?(other, index) }
          doubled(index, by) if by
        end
      end

      # Every row, in rising order, sought by its columns alone.
      def plain?(index)
        index.condition.empty? && index.expression.empty? && index.descending_ids.empty? && index.included_ids.empty? &&
          !index.unique && index.options.empty? && index.column_ids.any?
      end

      # Of two alike the one that came first stays.
      def covers?(other, index)
        other != index && begins?(other.column_ids, index.column_ids) &&
          (other.column_ids.size > index.column_ids.size || other.id < index.id)
      end

      def doubled(index, by)
        finding(index, "#{capital(title(index))} does nothing that #{title(by)} does not do as well.",
                fix("Remove the index") { |draft| draft.remove(index.id) })
      end
    end

    # A key or index over more than the platform can keep in order.
    class KeyTooWide < TableCheck
      holds "No key or index is wider than its platform can keep."

      private

      def about(table)
        limit = platform.class::KEY_BYTES || Float::INFINITY
        (parts(table, :key) + parts(table, :index)).filter_map do |key|
          columns = key.column_ids.filter_map { |id| model[id] }
          endless = columns.find { |each| platform.class::UNORDERED.include?(each.native_type["base"]) }
          next finding(key, "#{capital(title(key))} is over #{endless.name}, a " \
                            "#{platform.write_type(endless.native_type)}, which #{platform.title} keeps in no order.",
                       fix("Remove it") { |draft| draft.remove(key.id) }) if endless

          width = columns.sum { |each| platform.bytes_of(each.native_type) }
          next if width <= limit

          finding(key, "#{capital(title(key))} can be #{width} bytes wide; #{platform.title} keeps #{limit}.",
                  fix("Remove it") { |draft| draft.remove(key.id) })
        end
      end
    end

    # Tables that refer to each other in a circle, so that no row of any can come first.
    class ForeignKeysInCircle < TableCheck
      holds "No row needs another one that needs it."

      private

      def about(table)
        path = circle(table) or return []
        key = path.first
        names = path.map { |each| model[each.parent_id].name }
        mend = fix("Let #{names(key.column_ids)} be empty") do |draft|
          key.column_ids.each { |id| draft.set(id, mandatory: false) }
        end
        [ finding(table, "#{[ *names, table.name ].join(' needs ')}: no row of them can come first.", mend) ]
      end

      # The foreign keys, all of them mandatory, that lead from a table back to it; told at the first by name.
      def circle(table)
        waiting = [ [ table.id, [] ] ]
        seen = Set.new
        while (id, path = waiting.shift)
          demanded(id).each do |key|
            return first?(table, [ *path, key ]) if key.target_table_id == table.id && id != table.id
            next if key.target_table_id == id || !seen.add?(key.target_table_id)

            waiting << [ key.target_table_id, [ *path, key ] ]
          end
        end
      end

      def first?(table, path)
        path if path.map { |key| model[key.parent_id].name }.min == table.name
      end

      def demanded(table_id)
        model.children(table_id, :foreign_key).select do |key|
          !key.options.key?("deferrable") && key.column_ids.all? { |id| model[id]&.mandatory }
        end
      end
    end
  end
end
