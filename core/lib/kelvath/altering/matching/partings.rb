# frozen_string_literal: true

module Kelvath
  module Altering
    # Partitions that are tables by themselves on the other side. One that leaves its table is laid beside the other
    # side as the table that it is from then on; one that comes to it, as the table that it must be before. So all
    # that differs in them is altered like anything else, and no row is touched.
    class Partings
      KINDS = %i[key foreign_key check clause index trigger].freeze
      # What a server gives a partition by itself when it comes to its table.
      GIVEN = %i[key foreign_key index trigger].freeze

      # The Models; leaving: [[the Table that a partition of the start is, the id of what it was a part of], …]; coming:
      # Partitions of the goal, whose ids in it are now those of Tables: { id of the Table => Partition }.
      attr_reader :start, :goal, :leaving, :coming

      def initialize(start, goal)
        @start, @goal = start, goal
        @leaving, @coming = [], {}
        apart(start, goal).each { |part, table| leave(part, table) }
        apart(goal, start).each { |part, table| come(part, table) }
      end

      def none? = leaving.empty? && coming.empty?

      private

      # [[partition of one model, table of the other that stands where it does], …]
      def apart(model, other)
        parts = model.all(:partition).reject { |each| other.key?(each.id) }
        return [] if parts.empty?

        tables = other.all(:table).reject { |each| model.key?(each.id) || each.outside }
                      .to_h { |each| [ each.label(other).downcase, each ] }
        parts.filter_map { |each| tables[each.label(model).downcase]&.then { |table| [ each, table ] } }
      end

      def leave(part, table)
        whole(part, @start)
        @leaving << [ table.id, part.parent_id ]
        @start = replaced(@start, part, standing(@start, part, @goal, table, from: true))
      end

      def come(part, table)
        whole(part, @goal)
        @coming[table.id] = part
        @goal = replaced(@goal, part, standing(@goal, part, @start, table, from: false))
      end

      def whole(part, model)
        return if model.children(part.id, :partition).empty?

        raise InvalidValue.new("#{part.name} has partitions itself; take it out of its table, or into it, by hand.",
                               field: :from, value: part.name)
      end

      # The model with a table in place of a partition.
      def replaced(model, part, elements)
        own = KINDS.flat_map { |kind| model.children(part.id, kind) }
        id = elements.first.id
        rights = model.all(:grant).select { |each| each.on_id == part.id }.map { |each| each.with(on_id: id) }
        model.updated(put: elements + rights, drop: [ part.id, *own.map(&:id) ])
      end

      # A partition as a table by itself, in the ids of its twin on the other side. from: is it one already?
      def standing(model, part, other, twin, from:)
        above = [ part, *model.ancestors(part).take_while { |each| %i[table partition].include?(each.kind) } ]
        root = above.last
        mates = other.children(twin.id, :column).to_h { |each| [ each.name.downcase, each ] }
        ids = { root.id => twin.id, part.id => twin.id }
        columns = model.children(root.id, :column).map do |column|
          mate = mates[column.name.downcase]
          ids[column.id] = mate&.id || "#{part.id}-#{column.id}"
          alone(column.with(identity: mate ? mate.identity : false), ids[column.id], twin.id)
        end
        table = Metamodel::Table.new(id: twin.id, parent_id: twin.parent_id, name: part.name,
                                     schema_id: part.schema_id, comment: part.comment, options: plain(part))
        parts = above.flat_map { |each| KINDS.flat_map { |kind| model.children(each.id, kind) } }
        [ table, *columns, *parts.filter_map { |each| part_of(each, part, ids, other, twin, from) } ]
      end

      # A key or the like as the table has it; nil for what it has only once it is a part.
      def part_of(element, part, ids, other, twin, from)
        own = element.parent_id == part.id
        return if element.kind == :trigger && !own

        moved = Matching::OtherIds.element(element, ids, sources: false)
        mate = other.children(twin.id, element.kind).find { |each| signature(each, other) == signature(moved, other) }
        return mate if mate
        return alone(moved, element.id, twin.id) if own
        return if !from && GIVEN.include?(element.kind)

        alone(moved, "#{part.id}-#{element.id}", twin.id)
      end

      def alone(element, id, parent_id) = element.class.new(id:, parent_id:, **element.values)
      def plain(part) = part.options.reject { |name, _| name.start_with?("partition by ") }

      def signature(element, model)
        fields = { key: %i[primary column_ids], foreign_key: %i[column_ids target_table_id target_column_ids],
                   check: %i[condition], clause: %i[text], index: %i[unique column_ids condition],
                   trigger: %i[name] }.fetch(element.kind)
        fields.map do |field|
          field == :condition ? Ddl::Alike.expression(Ddl::Names.text(model, element, field)) : element[field]
        end
      end
    end
  end
end
