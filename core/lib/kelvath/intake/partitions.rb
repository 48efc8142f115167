# frozen_string_literal: true

module Kelvath
  module Intake
    # Tables that are partitions of others, apart from those that stand by themselves, and without what they have of
    # their tables: keys, checks, indexes, foreign keys and triggers of the same making.
    class Partitions
      # tables: Catalog::Tables, changed in place where they are partitions; remark: gets a Table, what of it a remark
      # is about, and the remark.
      def initialize(tables, &remark)
        @tables = tables
        @remark = remark
        @pieces = []
      end

      # What partitions have and designs do not hold, as Catalog::Pieces.
      attr_reader :pieces

      # [tables that stand by themselves, partitions, each after what it is a part of]
      def parted
        parts = @tables.select(&:part_of)
        return [ @tables, [] ] if parts.empty?

        parts = parts.sort_by { |part| [ depth(part), part.schema.to_s, part.name ] }
        parts.reverse_each { |part| bare(part, part.part_of) }
        tables = @tables.reject(&:part_of)
        to_partitions(tables + parts, parts.to_set(&:place))
        [ tables, parts ]
      end

      private

      def depth(part) = part.part_of ? depth(part.part_of) + 1 : 0

      # The deepest come first, so that the parent still has what is its own.
      def bare(part, parent)
        part.keys = part.keys.reject { |key| parent.keys.any? { |each| alike?(each, key, :primary, :columns) } }
        part.checks = part.checks.reject { |check| parent.checks.any? { |each| alike?(each, check, :condition) } }
        part.foreign_keys = part.foreign_keys.reject do |key|
          parent.foreign_keys.any? { |each| alike?(each, key, :columns, :target_table, :target_columns) }
        end
        part.indexes = part.indexes.reject do |index|
          parent.indexes.any? { |each| same_index?(each, parent, index, part) }
        end
        part.triggers = part.triggers.reject { |trigger| parent.triggers.any? { |each| each.name == trigger.name } }
        columns(part, parent)
      end

      def alike?(one, other, *fields) = fields.all? { |field| one[field] == other[field] }

      def same_index?(one, parent, other, part)
        return false unless alike?(one, other, :unique, :columns, :descending, :condition) &&
                            one.included.to_a == other.included.to_a

        over = [ [ one, parent ], [ other, part ] ].map { |index, table|
          index.expression.sub(/\AON\s+(?:ONLY\s+)?\S*#{Regexp.escape(table.name)}"?\s+/i, "")
        }
        over.uniq.one?
      end

      # A partition can have defaults of its own, which no design says.
      def columns(part, parent)
        part.columns.each do |column|
          same = parent.columns.find { |each| each.name.casecmp?(column.name) } or next
          next if column.default_value == same.default_value || same.identity || column.identity

          @remark.call(part, "#{part.title}.#{column.name}",
                       "Its default in this partition, “#{column.default_value}”, is kept as text: designs hold that " \
                       "of the table.")
          @pieces << Catalog::Piece.new(text: default(part, column), place: "after")
        end
      end

      def default(part, column)
        value = column.default_value.to_s.empty? ? "DROP DEFAULT" : "SET DEFAULT #{column.default_value}"
        place = part.place.compact.map { |name| quote(name) }.join(".")
        "ALTER TABLE #{place} ALTER COLUMN #{quote(column.name)} #{value}"
      end

      # A foreign key that leads to a partition alone stays text.
      def to_partitions(tables, places)
        tables.each do |table|
          leading = table.foreign_keys.select { |key| places.include?(key.target) }
          next if leading.empty?

          table.foreign_keys -= leading
          leading.each do |key|
            @remark.call(table, "#{table.title}.#{key.name}",
                         "This foreign key to the partition #{key.target_title} is kept as text.")
            table.clauses = table.clauses.to_a + [ Catalog::Clause.new(name: key.name, text: text(key)) ]
          end
        end
      end

      def text(key)
        columns, targets = [ key.columns, key.target_columns ].map { |list| list.map { |name| quote(name) }.join(", ") }
        actions = { "DELETE" => key.on_delete, "UPDATE" => key.on_update }.filter_map do |event, action|
          " ON #{event} #{action.upcase}" unless action.to_s.empty? || action == "no action"
        end
        "FOREIGN KEY (#{columns}) REFERENCES #{key.target.compact.map { |name| quote(name) }.join('.')} (#{targets})" \
          "#{actions.join}"
      end

      def quote(name) = %("#{name.gsub('"', '""')}")
    end
  end
end
