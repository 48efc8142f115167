# frozen_string_literal: true

module Kelvath
  module Editing
    # Copying within and between models: a clip is entities, notes and tables' likes with all that
    # stands within them, what lies between them, and what they refer to.
    module Clips
      FORMAT = "kelvath-clip"
      # What a copied element may refer to outside itself; found again by name, or brought along.
      SHARED = %i[domain tag subject_area].freeze

      module_function

      # A Hash ready for JSON. ids: of entities and diagram notes; diagram_id: whose places count.
      def copy(model, ids, diagram_id: nil)
        entities, notes = ids.filter_map { |id| model[id] }.select { |each| %i[
          entity diagram_note
        ].include?(each.kind) }.partition { |each| each.kind == :entity }
        inside = entities.flat_map { |entity| [ entity, *within(model, entity.id) ] }
        between = model.all(:relationship).select { |link| ends?(entities, link) }.flat_map do |link|
          [ link, *model.children(link.id, :attribute) ]
        end
        kept = inside.reject { |each| each.kind == :subtype_group && (each.subtype_ids - entities.map(&:id)).any? }
        shared = shared(model, kept + between)
        { "format" => FORMAT, "elements" => [ *shared, *kept, *between, *notes.map { |note| note } ].map(&:to_h),
          "places" => places(model, entities, diagram_id) }
      end

      # All elements that a copy of an entity takes along, by its id.
      def within(model, id)
        %i[attribute identifier dependency subtype_group].flat_map { |kind| model.children(id, kind) }
      end

      def ends?(entities, link)
        ids = entities.map(&:id)
        ids.include?(link.from_id) && ids.include?(link.to_id)
      end

      # Domains with those they are based on and their values, tags, subject areas.
      def shared(model, elements)
        found = elements.flat_map(&:referenced_ids).filter_map { |id| model[id] }.select { |each|
          SHARED.include?(each.kind)
        }.uniq
        chains = found.select { |each| each.kind == :domain }.flat_map do |domain|
          Logical::ValueType.chain(domain, model)
        end
        all = (found + chains).uniq
        all + all.select { |each| each.kind == :domain }.flat_map { |domain| model.children(domain.id, :allowed_value) }
      end

      # { entity id => [x, y] } on a diagram, in drawing units; none without one.
      def places(model, entities, diagram_id)
        return {} unless diagram_id

        ids = entities.map(&:id)
        model.children(diagram_id, :diagram_node).select { |node| ids.include?(node.element_id) }.to_h do |node|
          [ node.element_id, [ node.x, node.y ] ]
        end
      end

      # Puts a clip (its Hash) into a model, on a diagram if one is named, moved by dx and dy. Raises
      # UnreadableFile for anything that is no clip.
      def paste(model, clip, ids:, diagram_id: nil, offset: [ 40, 40 ])
        elements = read(clip)
        draft = Draft.new(model, ids:)
        map = known(model, elements)
        fresh = elements.reject do |element|
          map.key?(element.id) || (element.kind == :allowed_value && map.key?(element.parent_id))
        end
        fresh.each { |element| map[element.id] = ids.next }
        fresh.reject { |element| element.kind == :diagram_note }.each { |element| add(draft, element, map) }
        place(draft, fresh, places_of(clip), map, diagram_id, offset) if diagram_id && model.key?(diagram_id)
        draft.change_set
      end

      # The Elements of a clip. Raises UnreadableFile.
      def read(clip)
        unless clip.is_a?(Hash) && clip["format"] == FORMAT && clip["elements"].is_a?(Array)
          raise UnreadableFile, "What is on the clipboard was not copied here; copy cards of a diagram first."
        end

        elements = clip["elements"].map { |hash| Metamodel.element(hash) }
        if elements.uniq(&:id).size < elements.size
          raise UnreadableFile, "What is on the clipboard is damaged (two elements have one id); copy it again."
        end

        elements
      rescue InvalidValue, UnknownName => error
        raise UnreadableFile, "What is on the clipboard is damaged (#{error.message}); copy it again."
      end

      # { element id => [x, y] } of a clip; what is no place is passed over.
      def places_of(clip)
        places = clip["places"].is_a?(Hash) ? clip["places"] : {}
        places.select do |_, at|
          at.is_a?(Array) && at.size == 2 && at.all? { |number| number.is_a?(Numeric) && number.abs < 1e9 }
        end
      end

      # What is shared and there already, by name.
      def known(model, elements)
        elements.select { |element| SHARED.include?(element.kind) }.filter_map do |element|
          same = model.all(element.kind).find { |each| each.name.casecmp?(element.name) }
          [ element.id, same.id ] if same
        end.to_h
      end

      def add(draft, element, map)
        values = element.values.to_h do |name, value|
          field = element.class.fetch_field(name)
          value = mapped(value, map) if field.reference?
          value = value.filter_map { |id| mapped(id, map) } if field.references?
          [ name, value ]
        end
        values[:name] = Entities.free_entity_name(draft.model, element.name) if element.kind == :entity
        draft.add(element.kind, id: map.fetch(element.id),
                  parent_id: element.parent_id && (map[element.parent_id] || lost(element)), **values)
      end

      def lost(element)
        raise(UnreadableFile,
              "What is on the clipboard is damaged (a #{element.class.title} stands within nothing); copy it again.")
      end

      # A composed id is mapped part by part; nil if a part is not of the clip.
      def mapped(id, map)
        parts = id.to_s.split(".").map { |part| part == Logical::SURROGATE ? part : map[part] }
        parts.empty? || parts.any?(&:nil?) ? nil : parts.join(".")
      end

      def place(draft, fresh, places, map, diagram_id, (dx, dy))
        diagram = draft.model.fetch(diagram_id)
        fresh.select { |element| element.kind == :entity }.each do |element|
          x, y = places[element.id]
          Diagrams.put(draft, diagram, draft.model.fetch(map[element.id]), at: x && [ x + dx, y + dy ])
        end
        fresh.select { |element| element.kind == :diagram_note }.each do |note|
          draft.add(:diagram_note, parent_id: diagram_id, **note.values, x: note.x + dx, y: note.y + dy)
        end
      end

      private_class_method :within, :ends?, :shared, :places, :read, :places_of, :known, :add, :lost, :mapped, :place
    end
  end
end
