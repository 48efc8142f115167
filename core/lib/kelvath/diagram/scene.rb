# frozen_string_literal: true

module Kelvath
  module Diagram
    # Everything a diagram shows, in numbers: boxes with their ink, lines with their points. It is
    # made from a model, and from the scene before it, so that only what changed is worked out anew.
    class Scene
      # id: of the element; node_id: of its place on the diagram; tint: a person's colour, or "".
      Box = Struct.new(:id, :node_id, :rect, :card, :tint, :pinned, keyword_init: true)
      # ink: the shapes on the line beside its path; dashed: how the path is drawn; label: [text, x, y].
      Line = Struct.new(:id, :from_id, :to_id, :points, :ink, :dashed, :label, :kind, keyword_init: true)
      # A connection before it has points. from_end and to_end: [least, most]; solid: identifying (or a
      # foreign key within the key); parent_side: :from, :to or nil; the rest is of one kind only.
      Link = Struct.new(:id, :from_id, :to_id, :from_end, :to_end, :solid, :label, :inverse_label, :kind, :parent_side, :role, :bundle, :exclusive, :complete,
                        :discriminator, keyword_init: true)
      # A note, frame or shape that is no object of the model.
      Note = Struct.new(:id, :rect, :shape, :ink, keyword_init: true)
      # Beside the drawing: its legend, its title block.
      Panel = Struct.new(:id, :rect, :ink, keyword_init: true)

      attr_reader :boxes, :lines, :notes, :panels, :diagram, :style, :router, :model, :links, :routes

      # The scene of a diagram (its id). previous: an older scene of the same diagram.
      def self.of(model, diagram_id, previous: nil) = new(model, model.fetch(diagram_id), previous).build

      def initialize(model, diagram, previous)
        @model = model
        @diagram = diagram
        @style = Style.of(diagram)
        @previous = previous
        @boxes = {}
        @lines = {}
      end

      def build
        @affected = Affected.of(@previous.model, @model, diagram.stage) if same_style?
        build_boxes
        build_lines
        build_notes
        @panels = Furniture.new(self).panels.to_h { |panel| [ panel.id, kept_or(@previous&.panels, panel.id, panel) ] }
        @previous = @affected = nil # or every older scene, with its model, would live on in the one after it
        self
      end

      # { card id => Rect } of all boxes.
      def rects = @rects ||= boxes.transform_values(&:rect)

      # What the cards, lines and notes take up, as a Rect; a sheet of the usual size if there are none.
      def content
        return Rect.new(0, 0, 1000, 600) if boxes.empty? && notes.empty?

        placed = [ *rects.values, *notes.values.map(&:rect) ]
        points = lines.each_value.flat_map(&:points)
        Rect.around([ *placed.flat_map { |rect| [ [ rect.left, rect.top ], [ rect.right, rect.bottom ] ] }, *points ])
      end

      # The content with the legend and the title block.
      def extent = panels.values.map(&:rect).reduce(content) { |all, rect| all.union(rect) }

      # SceneChanges from an older scene of the same diagram.
      def changed_since(older) = SceneChanges.between(older, self)

      # Is there a shape of that id?
      def key?(id) = [ boxes, lines, notes, panels ].any? { |part| part.key?(id) }

      protected

      attr_reader :ways # what the router was asked for

      private

      def build_boxes
        cards = Cards.new(@model, style)
        affected = @affected&.ids
        @model.children(diagram.id, :diagram_node).each do |node|
          element = @model[node.element_id] or next
          old = @previous&.boxes&.fetch(element.id, nil)
          same_card = affected && old && !affected.include?(element.id) && same_width?(node)
          next @boxes[element.id] = old if same_card && same_place?(node)

          card = same_card ? old.card : cards.card(element, width: node.width)
          @boxes[element.id] = kept_or(@previous&.boxes, element.id, box(node, card, element))
        end
      end

      def same_place?(node) = !@affected.colours? && same_colouring? && @previous.model[node.id].equal?(node)
      def same_colouring? = @previous.diagram.coloured_by == diagram.coloured_by

      def same_width?(node) = @previous.model[node.id]&.width == node.width

      def box(node, card, element)
        Box.new(id: node.element_id, node_id: node.id, rect: Rect.new(node.x, node.y, card.width, card.height), card:, tint: tint(node, element), pinned: node.pinned)
      end

      # A card's own colour, or that of what the diagram is coloured by.
      def tint(node, element)
        return node.colour unless node.colour.empty?
        return "" unless element.kind == :entity

        case diagram.coloured_by
        when "subject area" then @model[element.subject_area_id]&.colour.to_s
        when "tag" then element.tag_ids.filter_map { |id| @model[id] }.map(&:colour).find { |colour| !colour.empty? }.to_s
        else ""
        end
      end

      # The very same object if nothing changed, so that comparing scenes is quick.
      def kept_or(old, id, fresh) = old && old[id] == fresh ? old[id] : fresh

      def build_lines
        @links = same_links? ? @previous.links : Links.new(@model, @boxes).all.to_h { |link| [ link.id, link ] }
        ways = [ rects, @links.values.map { |link| [ link.id, link.from_id, link.to_id, link.bundle ] }, @boxes.transform_values { |box| box.card.core }.compact ]
        return keep_lines if same_style? && @links.equal?(@previous.links) && ways == @previous.ways

        @ways = ways
        @router = Router.new(*ways.first(2), cores: ways.last, previous: same_style? ? @previous.router : nil)
        @routes = @router.routes
        @crowd = Crowd.new(rects, Notations.fetch(style.notation).places_symbols? ? @routes : {})
        @links.each_value { |link| @lines[link.id] = same_line(link) || line(link, @routes.fetch(link.id)) }
      end

      def same_style? = @previous&.style == style
      def same_links? = @affected && !@affected.lines? && @previous.boxes.keys == @boxes.keys

      # Nothing that lines depend on has changed.
      def keep_lines
        @ways, @router, @routes, @lines = @previous.ways, @previous.router, @previous.routes, @previous.lines
      end

      # The line of before, if it connects the same in the same way and runs the same way.
      def same_line(link)
        return if Notations.fetch(style.notation).places_symbols?
        return unless same_style? && @previous.links[link.id] == link && @previous.routes[link.id] == @routes[link.id]

        @previous.lines[link.id]
      end

      def line(link, points)
        points = points.map { |x, y| [ x.round(1), y.round(1) ] }
        notation = link.kind == :foreign_key ? Notations.fetch("crows_foot") : Notations.fetch(style.notation)
        text = notation.label(link).to_s
        Line.new(id: link.id, from_id: link.from_id, to_id: link.to_id, points:, dashed: notation.dashed?(link), kind: link.kind, ink: notation.marks(link, points, @crowd),
                 label: text.empty? ? nil : [ Font.weight(400).fit(text, 11, 190), *label_place(points) ])
      end

      # The middle of the longest level piece (or of the longest piece), a little above it.
      def label_place(points)
        pieces = points.each_cons(2).to_a
        level = pieces.select { |one, two| (one[1] - two[1]).abs < 1 }
        one, two = (level.empty? ? pieces : level).max_by { |a, b| (a[0] - b[0]).abs + (a[1] - b[1]).abs }
        [ ((one[0] + two[0]) / 2.0).round(1), ((one[1] + two[1]) / 2.0 - (one[1] == two[1] ? 4 : 0)).round(1) ]
      end

      def build_notes
        @notes = @model.children(diagram.id, :diagram_note).to_h { |note| [ note.id, kept_or(@previous&.notes, note.id, Furniture.note(note)) ] }
      end
    end
  end
end
