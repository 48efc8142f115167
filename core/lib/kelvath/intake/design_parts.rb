# frozen_string_literal: true

module Kelvath
  module Intake
    # Of a DesignBuilder: partitions, what tables inherit, roles and their rights.
    module DesignParts
      private

      # What it inherits from, as far as that is there.
      def inherited(table)
        ids = table.inherits.to_a.filter_map { |each| table_ids[each.place] }
        names = ids.map { |id| Metamodel::Expression.reference(id) }.join(", ")
        ids.empty? ? {} : { Metamodel::Table::INHERITS => names }
      end

      # Partitions, each after what it is a part of; their parts are over the columns of the table.
      def partition_elements
        there = catalog.tables.to_h { |table| [ table, table_id(table.place) ] }.compare_by_identity
        position = 0.0
        catalog.partitions.flat_map do |part|
          parent = there[part.part_of] or next []
          id = there[part] = id_of(part)
            [ build(:partition, parent, id:, name: part.name, bounds: part.bounds, comment: part.comment,
                                        schema_id: schema_ids[part.schema], position: position += 1,
                                        options: options(part, :partition, root_id(part)),
                                        **{ former_names: part.former }.compact),
            *constraints(part, id), *part.indexes.map { |index| index_element(part, index) } ]
        end
      end

      # The table that a partition is of, or the table itself.
      def root(table) = table.part_of ? root(table.part_of) : table
      def root_id(table) = table_id(root(table).place)

      # Roles with their rights on what is there.
      def role_elements
        there = [ catalog.schemas, catalog.tables, catalog.partitions, catalog.views, catalog.sequences,
catalog.routines ].flatten(1)
                  .each_with_object({}.compare_by_identity) { |each, known|
 known[each] = true }
        catalog.roles.each_with_index.flat_map do |role, index|
          id = id_of(role)
          grants = role.grants.select { |grant| there.key?(grant.on) }.each_with_index.map do |grant, place|
            build(:grant, id, id: id_of(grant), on_id: on_id(grant.on), passes_on: grant.passes_on ? true : false,
                              privileges: privileges(grant), position: place + 1.0)
          end
          [ build(:role, design.id, id:, name: role.name, position: index + 1.0), *grants ]
        end
      end

      def privileges(grant)
        Metamodel::Grant.in_order(grant.privileges, (:routine if grant.on.is_a?(Catalog::Routine)))
      end

      def on_id(thing)
        case thing
        when Catalog::View then view_ids[thing.place]
        when Catalog::Schema then schema_ids[thing.name]
        else id_of(thing)
        end
      end
    end
  end
end
