# frozen_string_literal: true

module Kelvath
  module Editing
    # The same said of several elements at once.
    module Several
      module_function

      # ChangeSet that puts entities into a subject area, by its name as typed ("" for none); one that is not there yet
      # is made. Raises InvalidValue, NotFound.
      def move(model, ids, area, ids_from:)
        Draft.change(model, ids: ids_from) do |draft|
          area_id = named(draft, :subject_area, area)&.id
          of_kind(model, ids, :entity).each { |entity| draft.set(entity.id, subject_area_id: area_id) }
        end
      end

      # ChangeSet that gives a tag to those that take tags, or takes it off; one that is not there yet is made.
      def tag(model, ids, tag, ids_from:, off: false)
        raise InvalidValue.new("Type the name of a tag.", field: :name, value: tag) if tag.to_s.strip.empty?

        Draft.change(model, ids: ids_from) do |draft|
          found = off ? model.all(:tag).find { |each| each.name.casecmp?(tag.strip) } : named(draft, :tag, tag)
          raise InvalidValue.new("There is no tag “#{tag}”.", field: :name, value: tag) unless found

          tagged(model, ids).each do |element|
            draft.set(element.id, tag_ids: off ? element.tag_ids - [ found.id ] : element.tag_ids | [ found.id ])
          end
        end
      end

      # ChangeSet that gives cards of a diagram a colour of Metamodel::DiagramNode, "" for none. Raises InvalidValue.
      def colour(model, diagram_id, ids, colour, ids_from:)
        colour = Metamodel::DiagramNode.fetch_field(:colour).parse(colour)
        Draft.change(model, ids: ids_from) do |draft|
          model.children(diagram_id, :diagram_node).each do |node|
            draft.set(node.id, colour:) if ids.include?(node.element_id)
          end
        end
      end

      def named(draft, kind, text)
        name = Metamodel.fetch(kind).fetch_field(:name).parse(text.to_s)
        return if name.empty?

        draft.model.all(kind).find { |each| each.name.casecmp?(name) } ||
          Ledger::Cells.make(draft, kind.to_s, name, nil)
      end

      def of_kind(model, ids, *kinds) = ids.filter_map { |id| model.of_kind(id, *kinds) }

      def tagged(model, ids)
        ids.filter_map { |id| model[id] }.select { |element| element.class.fields.key?(:tag_ids) }
      end
      private_class_method :named, :of_kind, :tagged
    end
  end
end
