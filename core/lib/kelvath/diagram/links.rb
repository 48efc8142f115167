# frozen_string_literal: true

module Kelvath
  module Diagram
    # The connections between the boxes of a scene.
    class Links
      # boxes: anything that answers key? and keys with element ids.
      def initialize(model, boxes)
        @model = model
        @boxes = boxes
      end

      # Scene::Link values: relationships and subtypes between entities, foreign keys between tables.
      def all
        @boxes.keys.flat_map { |id| @model[id].kind == :table ? foreign_keys(id) : relationships(id) + subtypes(id) }
      end

      private

      def relationships(entity_id)
        @model.referrers(entity_id, :relationship).select { |each|
          each.from_id == entity_id && @boxes.key?(each.to_id)
        }.map do |each|
          Scene::Link.new(id: each.id, from_id: each.from_id, to_id: each.to_id,
                          from_end: [ each.from_least, each.from_most ], to_end: [ each.to_least, each.to_most ],
                          solid: each.identifying, label: label(each), inverse_label: each.inverse_phrase,
                          role: each.role_name,
                          kind: :relationship, parent_side: Logical::Cardinality.parent_side(each))
        end
      end

      # The verb phrase, with what the relationship carries: "call at (Dwell Time)".
      def label(link)
        carried = @model.children(link.id, :attribute).map(&:name)
        [ *(link.phrase unless link.phrase.empty?), *("(#{carried.join(', ')})" if carried.any?), *exclusive(link) ]
          .join(" ")[0, Cards::LONGEST]
      end

      # "{xor}", as UML says it (2.5.1, 7.6), of one of several of which there is one; numbered where an entity has
      # several such arcs.
      def exclusive(link)
        arc = @model.referrers(link.id, :arc).first or return
        arcs = @model.children(arc.parent_id, :arc)
        arcs.one? ? "{xor}" : "{xor #{arcs.index(arc) + 1}}"
      end

      def subtypes(entity_id)
        @model.children(entity_id, :subtype_group).flat_map do |group|
          group.subtype_ids.select { |id| @boxes.key?(id) }.map do |id|
            Scene::Link.new(id: "#{group.id}.#{id}", from_id: entity_id, to_id: id, solid: true, label: "",
                            kind: :subtype, bundle: group.id, exclusive: group.exclusive,
                            complete: group.complete, discriminator: @model[group.discriminator_id]&.name)
          end
        end
      end

      def foreign_keys(table_id)
        columns = @model.children(table_id, :column).to_h { |column| [ column.id, column ] }
        keys = @model.children(table_id, :key)
        @model.children(table_id, :foreign_key).select { |key| @boxes.key?(key.target_table_id) }.map do |key|
          optional = key.column_ids.any? { |id| !columns[id]&.mandatory }
          once = keys.any? { |each| each.column_ids.sort == key.column_ids.sort }
          primary = keys.find(&:primary)&.column_ids.to_a
          Scene::Link.new(id: key.id, from_id: key.target_table_id, to_id: table_id, from_end: [ optional ? 0 : 1, 1 ],
                          to_end: [ 0, once ? 1 : nil ],
                          solid: (key.column_ids - primary).empty?, label: "", kind: :foreign_key, parent_side: :from)
        end
      end
    end
  end
end
