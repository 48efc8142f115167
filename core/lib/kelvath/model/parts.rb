# frozen_string_literal: true

module Kelvath
  class Model
    # A model is kept and loaded in parts: the main one, and one for each design. A model knows its parts that are not
    # loaded yet and loads one when something of it is asked for; who asks never sees the difference. Designs and
    # diagrams themselves are in the main part, whatever stands within them.
    module Parts
      # Kinds of which some may be in parts beside the main one.
      SPREAD = (Metamodel::PHYSICAL - [ :design ] + %i[diagram_node diagram_note custom_value note]).to_set.freeze
      # Kinds of the main part to which elements of other parts refer.
      REFERRED = %i[custom_field].freeze

      # The id of the design that an element belongs to, or nil: the main part.
      def self.of(element, model)
        root = element.parent_id ? model.ancestors(element).last || element : element
        case root.kind
        when :design then root.id
        when :diagram then root.design_id
        end
      end

      # parts: { design's id => something that answers its #elements }; a design that is not named has been loaded.
      def without(parts)
        @absent = parts unless parts.empty?
        self
      end

      # Those that are not loaded.
      def absent = @absent || {}

      # Loads what a change will touch, so that nothing of it comes back with a part that is loaded later.
      def load_for_change(put, drop)
        return unless @absent

        known = put.to_set(&:id)
        drop.each { |id| self[id] }
        put.each do |element|
          load_part(element.design_id) if element.kind == :diagram && element.design_id
          within = element.parent_id or next
          load_within(within) unless known.include?(within)
        end
      end

      private

      LOADING = Monitor.new # held for as long as one part is put in; its elements are read before

      def load_part(id)
        part = @absent&.fetch(id, nil) or return
        elements = part.elements
        LOADING.synchronize { take_in(id, elements) if @absent&.key?(id) }
      end

      def load_all = @absent&.each_key { |id| load_part(id) }

      # What stands within an element: all of its part, unless it is one of the main part that has its own.
      def load_within(parent_id)
        parent = @elements[parent_id]
        case parent&.kind
        when nil then parent_id && load_all
        when :design then load_part(parent_id)
        when :diagram then load_part(parent.design_id)
        end
      end

      # [the indexes to go on with, the parts that are not in them], both of one moment.
      def copy = LOADING.synchronize { [ Indexes.new(@elements, @by_kind, @by_parent, @by_reference), absent ] }

      # Elements first: who reads meanwhile finds in them whatever an index names.
      def take_in(id, elements)
        draft = Indexes.new(@elements, @by_kind, @by_parent, @by_reference)
        elements.each { |element| draft.put(element) }
        @elements, @by_kind, @by_parent, @by_reference = draft.all
        @all = @all.reject { |kind, _| SPREAD.include?(kind) }
        @children = {}
        left = @absent.except(id)
        @absent = left.empty? ? nil : left
      end
    end
  end
end
