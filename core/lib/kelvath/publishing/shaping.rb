# frozen_string_literal: true

module Kelvath
  module Publishing
    # Changes of dossiers. One that ships becomes the model's own with its first change. Each answers [ChangeSet, id of
    # the dossier, id of the chapter or nil]; ids of dossiers and chapters may be those of one that ships.
    module Shaping
      module_function

      # Sets a field of a dossier from text as typed, or from a list of ids. Raises InvalidValue, UnknownName,
      # NotFound.
      def set(model, key, field, raw, ids:)
        own(model, key, ids:) { |draft, dossier_id| put(draft, dossier_id, field, raw) }
      end

      # Sets a field of a chapter from text as typed. Raises InvalidValue, UnknownName, NotFound.
      def set_chapter(model, key, chapter_id, field, raw, ids:)
        own(model, key, ids:) do |draft, _, chapters|
          put(draft, chapter(chapters, chapter_id), field, raw)
        end
      end

      # A chapter more, at the end.
      def add(model, key, sort, ids:)
        unless SORTS.include?(sort)
          raise InvalidValue.new("A chapter holds one of: #{SORTS.join(', ')}.", field: :sort, value: sort)
        end

        own(model, key, ids:) do |draft, dossier_id, chapters|
          last = chapters.values.map { |id| draft.model.fetch(id).position || 0 }.max || 0
          draft.add(:chapter, parent_id: dossier_id, name: TITLES.fetch(sort), sort:, position: last + 1).id
        end
      end

      # A diagram one place up (-1) or down (1) among those of the dossier, whose order is its own from then on.
      def move_diagram(model, key, diagram_id, by, ids:)
        own(model, key, ids:) do |draft, dossier_id, _|
          order = Scope.new(model, draft.model.fetch(dossier_id)).pictured.map(&:id)
          from = order.index(diagram_id) || raise(NotFound, "That diagram is not in this dossier.")
          order.insert((from + by).clamp(0, order.size - 1), order.delete_at(from))
          draft.set(dossier_id, diagram_ids: order) && nil
        end
      end

      # A diagram that is too large to be read, as one for each subject area of what is on it. The parts take its place
      # in the dossier; the diagram itself stays in the model.
      def divide(model, key, diagram_id, ids:)
        own(model, key, ids:) do |draft, dossier_id, _|
          order = Scope.new(model, draft.model.fetch(dossier_id)).pictured.map(&:id)
          parts = Dividing.new(draft, diagram_id).parts
          order.index(diagram_id)&.then { |at| order[at, 1] = parts }
          draft.set(dossier_id, diagram_ids: order) && nil
        end
      end

      # What a new chapter is called.
      TITLES = { "text" => "Introduction", "prose" => "In sentences", "diagrams" => "Diagrams",
                 "entities" => "Entities", "domains" => "Domains", "tables" => "Tables",
                 "dictionary" => "Data dictionary", "sweep" => "What a sweep finds",
                 "scripts" => "Scripts", "glossary" => "Glossary",
                 "findings" => "Findings", "changes" => "Changes" }.freeze

      # One place up (-1) or down (1).
      def move(model, key, chapter_id, by, ids:)
        own(model, key, ids:) do |draft, _, chapters|
          order = chapters.values
          from = order.index(chapter(chapters, chapter_id))
          to = (from + by).clamp(0, order.size - 1)
          order.insert(to, order.delete_at(from)).each_with_index { |id, index| draft.set(id, position: index + 1.0) }
          order[to]
        end
      end

      def remove_chapter(model, key, chapter_id, ids:)
        own(model, key, ids:) { |draft, _, chapters| draft.remove(chapter(chapters, chapter_id)) && nil }
      end

      # The block: (draft, id of the dossier, { chapter's id => its own id }) -> id of a chapter or nil.
      def own(model, key, ids:)
        draft = Draft.new(model, ids:)
        dossier = Publishing.fetch(model, key)
        chapters = Publishing.chapters(model, dossier)
        made = model[dossier.id] ? dossier : draft.add(:dossier, **dossier.values)
        own = chapters.to_h do |each|
          [ each.id, model[each.id] ? each.id : draft.add(:chapter, parent_id: made.id, **each.values).id ]
        end
        about = yield draft, made.id, own
        [ draft.change_set, made.id, about.is_a?(String) ? about : nil ]
      end

      def chapter(chapters, id)
        chapters.fetch(id) { raise NotFound, "That chapter is not there any more; somebody may have removed it." }
      end

      def put(draft, id, field_name, raw)
        element = draft.model.fetch(id)
        field = element.class.fetch_field(field_name)
        reader = field.reference? ? Editing::FieldText : Editing
        value = raw.is_a?(Array) ? several(draft.model, element, field, raw) :
                  reader.read(draft.model, element, field, raw)
        draft.set(id, field.name => value)
        id
      end

      def several(model, element, field, list)
        list = list.reject(&:empty?)
        element.kind == :chapter ? shown(model, element, list) : chosen(model, field, list)
      end

      # Keys of what a chapter shows; none if they are the usual ones, so that what comes to these is shown, too.
      def shown(model, chapter, keys)
        choices = Choices.of(model, model.fetch(chapter.parent_id, :dossier), chapter.sort).flat_map(&:last)
        unknown = keys - choices.map(&:key)
        raise UnknownName, "A chapter cannot show “#{unknown.first}”." if unknown.any?

        keys.to_set == choices.select(&:usual).to_set(&:key) ? [] : keys
      end

      # Ids of elements that the field may lead to.
      def chosen(model, field, ids)
        ids.each { |id| field.to.any? { |kind| model.fetch(id, kind) } }
      end
      private_class_method :own, :chapter, :put, :several, :shown, :chosen
    end
  end
end
