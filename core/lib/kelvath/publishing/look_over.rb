# frozen_string_literal: true

module Kelvath
  module Publishing
    # What is looked at before a dossier leaves the house.
    class LookOver
      # key: what it is about; message: in one sentence; element_id: where it can be mended, nil for the dossier itself.
      Concern = Struct.new(:sort, :message, :element_id, keyword_init: true) do
        def key = "#{sort}:#{element_id}"
      end
      NAMELESS = /\A(?:new |untitled )?(?:diagram|drawing|picture|sheet|untitled|concept|logical|physical)?\s*\d*\z/i
      SMALLEST = 6.0 # points that text can have and still be read on paper
      WRITTEN = 12 * 0.75 # points that cards are written in at full size
      INTERNAL = /\b(?:TODO|TBD|FIXME|XXX)\b|\b(?:internal|do not publish|not for publication)\b/i

      # standard: as Publishing.compose takes it; writable: can a text be written in the typefaces that are printed?
      def initialize(model, dossier, standard: Naming::Standard.plain, writable: nil)
        @model = model
        @dossier = dossier
        @standard = standard
        @writable = writable
        @scope = Scope.new(model, dossier)
      end

      # [Concern, …], diagrams first.
      def concerns
        sorts = Publishing.chapters(@model, @dossier).map(&:sort)
        [ *(pictures if sorts.include?("diagrams")), *undefined, *internal, *unwritable, *empty ]
      end

      private

      def pictures
        composed.pictures.flat_map do |picture|
          diagram = @model.fetch(picture.diagram_id)
          [ nameless(diagram), crowded(diagram), small(diagram) ].compact
        end
      end

      def composed
        @composed ||= Composing.new(@model, @dossier, standard: @standard, changes: [ [ "", "", "" ] ]).book
      end
      def concern(sort, message, id) = Concern.new(sort:, message:, element_id: id)
      def scene(diagram) = Diagram::Scene.of(@model, diagram.id)

      def nameless(diagram)
        return unless diagram.name.strip.match?(NAMELESS)

        concern("nameless", "The diagram “#{diagram.name}” has no name that says what it shows.", diagram.id)
      end

      # Cards that lie on one another.
      def crowded(diagram)
        boxes = scene(diagram).boxes.values.sort_by { |box| box.rect.left }
        pair = boxes.each_with_index.lazy.filter_map do |box, index|
          other = boxes.drop(index + 1).take_while { |each| each.rect.left < box.rect.right }
                       .find { |each| each.rect.top < box.rect.bottom && each.rect.bottom > box.rect.top }
          [ box, other ] if other
        end.first or return
        names = pair.map { |box| @model[box.id]&.name }
        concern("crowded", "On “#{diagram.name}” the cards #{names.join(' and ')} lie on one another.", diagram.id)
      end

      def small(diagram)
        fitting = Diagram::PaperSheets.new(scene(diagram).extent, @dossier.paper, direction: diagram.direction).fitting
        size = WRITTEN * fitting
        return if size >= SMALLEST

        words = "On one page of #{@dossier.paper} “#{diagram.name}” is written in #{format('%.1f', size)} points; " \
                "#{SMALLEST.round} can be read. Take larger paper, or part it by subject area."
        concern("small", words, diagram.id)
      end

      def undefined
        lacking = @scope.entities.select { |each| each.definition.strip.empty? }
        lacking.map { |each| concern("undefined", "#{each.name} has no definition.", each.id) }
      end

      # Words that are for the house alone.
      def internal
        (@scope.entities + @scope.domains).select { |each| each.definition.match?(INTERNAL) }.map do |each|
          word = each.definition[INTERNAL]
          concern("internal", "The definition of #{each.name} says “#{word}”, which readers would see.", each.id)
        end
      end

      # Names and definitions in letters that a PDF would show as question marks.
      def unwritable
        return [] unless @writable

        foreign = (@scope.entities + @scope.domains).reject { |each| @writable.call("#{each.name}#{each.definition}") }
        foreign.map do |each|
          message = "#{each.name} is told in letters that the typefaces of a PDF lack; HTML and documents show them."
          concern("unwritable", message, each.id)
        end
      end

      def empty
        composed.chapters.select { |chapter| chapter.blocks.empty? || hollow?(chapter) }.map do |chapter|
          concern("empty", "The chapter “#{chapter.title}” holds nothing.", chapter.key)
        end
      end

      def hollow?(chapter) = chapter.blocks.all? { |block| block.is_a?(Terms) && block.terms.empty? }
    end
  end
end
