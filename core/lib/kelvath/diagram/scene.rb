# frozen_string_literal: true

module Kelvath
  module Diagram
    # Everything a diagram shows, in numbers: boxes with their ink, lines with their points. It is
    # made from a model, and from the scene before it, so that only what changed is worked out anew.
    class Scene
      # id: of the element; node_id: of its place on the diagram; tint: a person's colour, or "".
      Box = Struct.new(:id, :node_id, :rect, :card, :tint, :pinned, keyword_init: true)
      # ink: the shapes on the line beside its path; dashed: how the path is drawn; label: [text, x, y].
      # path: the points with soft corners, as the d of an SVG path (SVG 2, 9.3).
      Line = Struct.new(:id, :from_id, :to_id, :points, :path, :ink, :dashed, :label, :kind, keyword_init: true)
      # A connection before it has points. from_end and to_end: [least, most]; solid: identifying (or a
      # foreign key within the key); parent_side: :from, :to or nil; the rest is of one kind only.
      Link = Struct.new(:id, :from_id, :to_id, :from_end, :to_end, :solid, :label, :inverse_label, :kind, :parent_side,
                        :role, :bundle, :exclusive, :complete,
                        :discriminator, keyword_init: true)
      # A note, frame or shape that is no object of the model.
      Note = Struct.new(:id, :rect, :shape, :ink, keyword_init: true)
      # Beside the drawing: its legend, its title block.
      Panel = Struct.new(:id, :rect, :ink, keyword_init: true)

      attr_reader :boxes, :lines, :notes, :panels, :diagram, :style, :router, :model, :links, :routes, :decided

      # The scene of a diagram (its id). previous: an older scene of the same diagram; decided: Derivation::Again::Marks
      # of its design, if cards are to show what was decided by hand; names: Renaming::OtherNames, if they are to show
      # those (and previous showed them, too).
      def self.of(model, diagram_id, previous: nil, decided: nil, names: nil)
        new(model, model.fetch(diagram_id), previous, decided, names).build
      end

      def initialize(model, diagram, previous, decided, names)
        @names = names
        @model = model
        @diagram = diagram
        @style = Style.of(diagram)
        @decided = decided
        @previous = previous&.decided&.key == decided&.key ? previous : nil
        @boxes = {}
        @lines = {}
      end

      # Works the boxes and lines out; what the previous scene had and nothing touched is taken over. Answers itself.
      def build
        @affected = Affected.of(@previous.model, @model, diagram.stage, said: style.definitions?) if same_style?
        build_boxes
        build_lines
        build_notes
        @panels = Furniture.new(self).panels.to_h { |panel| [ panel.id, kept_or(@previous&.panels, panel.id, panel) ] }
        @previous = @affected = nil # or every older scene, with its model, would live on in the one after it
        self
      end

      # { card id => Rect } of all boxes.
      def rects = @rects ||= boxes.transform_values(&:rect)

      # { card id => its face, where only a part of it is that } (see Cards::Card).
      def cores = @cores ||= boxes.transform_values { |box| box.card.core }.compact

      # What the cards, lines and notes take up, as a Rect; a sheet of the usual size if there are none.
      def content = @content ||= find_content

      # Rects of what is written at a line.
      def written(line)
        return texts(line.ink) unless line.label

        [ *texts(line.ink), LabelPlaces.rect(line.label.last(2), LabelPlaces.width(line.label.first)) ]
      end

      # Rects of the texts among shapes.
      def texts(shapes)
        shapes.select { |shape| shape.type == :text }.map do |shape|
          width = LabelPlaces.width(shape.text)
          middle = shape.numbers[0] + { start: width / 2, middle: 0, end: -width / 2 }.fetch(shape.anchor)
          LabelPlaces.rect([ middle, shape.numbers[1] ], width)
        end
      end

      # The content with the legend and the title block.
      def extent = panels.values.map(&:rect).reduce(content) { |all, rect| all.union(rect) }

      # SceneChanges from an older scene of the same diagram.
      def changed_since(older) = SceneChanges.between(older, self)

      # How many cards it holds.
      def weight = boxes.size

      # Is there a shape of that id?
      def key?(id) = [ boxes, lines, notes, panels ].any? { |part| part.key?(id) }

      protected

      attr_reader :ways # the links as the router is given them

      private

      def find_content
        return Rect.new(0, 0, 1000, 600) if boxes.empty? && notes.empty?

        placed = [ *rects.values, *notes.values.map(&:rect) ]
        points = lines.each_value.flat_map(&:points)
        placed += lines.each_value.flat_map { |line| written(line) }
        Rect.around([ *placed.flat_map { |rect| [ [ rect.left, rect.top ], [ rect.right, rect.bottom ] ] }, *points ])
      end

      def build_boxes
        cards = Cards.new(@model, style, decided:, names: @names)
        if (nodes = other_nodes)
          other = nodes.filter_map { |node| other_box(cards, node) }
          @boxes = other.empty? ? @previous.boxes : @previous.boxes.merge(other.to_h { |box| [ box.id, box ] })
        else
          nodes = @model.children(diagram.id, :diagram_node)
          rooms = @names ? CardRooms.new(@model, nodes, Cards.new(@model, style)) : nil
          nodes.each { |node| put_box(cards, node, rooms&.most(node)) }
        end
      end

      # The places of the cards that can look different, if the diagram shows the same cards as before.
      def other_nodes
        return if @names || @affected.nil? || @affected.colours? || !same_colouring?

        known = @model.changed_from(@previous.model) or return
        moved = known.select { |element| element.kind == :diagram_node && element.parent_id == diagram.id }.map(&:id)
          .uniq
        return unless moved.all? { |id| @model.key?(id) && @previous.model.key?(id) }

        (moved + @affected.ids.filter_map { |id| @previous.boxes[id]&.node_id }).uniq.map { |id| @model[id] }
      end

      # The box of a place, if it is not the very one of before.
      def other_box(cards, node)
        old = @previous.boxes[node.element_id] or return
        same_card = !@affected.ids.include?(node.element_id) && @previous.model[node.id].width == node.width
        fresh = box(node, same_card ? old.card : cards.card(@model[node.element_id], width: node.width),
                    @model[node.element_id])
        fresh unless fresh == old
      end

      # most: the greatest width of its card.
      def put_box(cards, node, most)
        element = @model[node.element_id] or return
        @boxes[element.id] = kept_or(@previous&.boxes, element.id,
                                     box(node, cards.card(element, width: node.width, most:), element))
      end

      def same_colouring? = @previous.diagram.coloured_by == diagram.coloured_by

      def box(node, card, element)
        Box.new(id: node.element_id, node_id: node.id, rect: Rect.new(node.x, node.y, card.width, card.height), card:,
                tint: tint(node, element), pinned: node.pinned)
      end

      # A card's own colour, or that of what the diagram is coloured by.
      def tint(node, element)
        return node.colour unless node.colour.empty?
        return "" unless element.kind == :entity

        case diagram.coloured_by
        when "subject area" then @model[element.subject_area_id]&.colour.to_s
        when "tag"
          element.tag_ids.filter_map { |id| @model[id] }.map(&:colour).find { |colour| !colour.empty? }.to_s
        else ""
        end
      end

      # The very same object if nothing changed, so that comparing scenes is quick.
      def kept_or(old, id, fresh) = old && old[id] == fresh ? old[id] : fresh

      def build_lines
        @links = same_links? ? @previous.links : Links.new(@model, @boxes).all.to_h { |link| [ link.id, link ] }
        alike = same_style?
        same = alike && @links.equal?(@previous.links)
        return keep_lines if same && same_places?

        @ways = same ? @previous.ways : @links.values.map { |link| [ link.id, link.from_id, link.to_id, link.bundle ] }
        @router = Router.new(rects, @ways, cores:, previous: alike ? @previous.router : nil,
                                           step: Notations.fetch(style.notation).lane_step)
        @routes = @router.routes
        placed = @links.size <= MOST_PLACED || Notations.fetch(style.notation).places_symbols?
        @crowd = Crowd.new(rects, placed ? @routes : {})
        return draw_apart if placed

        @lines = @previous.lines.dup if same
        @links.each_value do |link|
          next if same && @previous.routes[link.id].equal?(@routes[link.id])

          @lines[link.id] = (same_line(link) if alike) || line(link, @routes.fetch(link.id)) { |points, _|
            label_place(points)
          }
        end
      end

      MOST_PLACED = 400 # lines of which symbols and phrases keep clear of each other; of more, nobody reads them all

      # First the marks of all lines, then their phrases, where there is room.
      def draw_apart
        @routes.each_value { |points| LabelPlaces.ends(points).each { |rect| @crowd.take(rect) } }
        inks = @links.transform_values { |link| marks(link, rounded(@routes.fetch(link.id))) }
        inks.each_value { |ink| texts(ink).each { |rect| @crowd.take(rect) } }
        @links.each_value do |link|
          drawn = line(link, @routes.fetch(link.id), inks[link.id]) do |points, width|
            @crowd.choose(LabelPlaces.along(points, width))
          end
          @lines[link.id] = kept_or(@previous&.lines, link.id, drawn)
        end
      end

      def rounded(points) = points.map { |x, y| [ x.round(1), y.round(1) ] }
      def notation_of(link) = Notations.fetch(link.kind == :foreign_key ? "crows_foot" : style.notation)
      def marks(link, points) = notation_of(link).marks(link, points, @crowd)

      def same_style? = @previous&.style == style
      def same_places?
        @boxes.equal?(@previous.boxes) || [ rects, cores ] == [ @previous.rects, @previous.cores ]
      end

      def same_links?
        @affected && !@affected.lines? && (@boxes.equal?(@previous.boxes) || @previous.boxes.keys == @boxes.keys)
      end

      # Nothing that lines depend on has changed.
      def keep_lines
        @ways, @router, @routes, @lines = @previous.ways, @previous.router, @previous.routes, @previous.lines
      end

      # The line of before, if it connects the same in the same way and runs the same way.
      def same_line(link)
        was = @previous.links[link.id]
        return unless was.equal?(link) || was == link

        old, route = @previous.routes[link.id], @routes[link.id]
        @previous.lines[link.id] if old.equal?(route) || old == route
      end

      # The block answers where a phrase of that width stands on a line of those points.
      def line(link, points, ink = nil)
        points = rounded(points)
        notation = notation_of(link)
        text = Font.weight(400).fit(notation.label(link).to_s, LabelPlaces::SIZE, 190)
        place = yield(points, LabelPlaces.width(text)) unless text.empty?
        Line.new(id: link.id, from_id: link.from_id, to_id: link.to_id, points:,
                 path: Ink.d(Ink.soft(:line, points).numbers), dashed: notation.dashed?(link), kind: link.kind,
                 ink: ink || marks(link, points), label: place && [ text, *place ])
      end

      # The middle of the longest level piece (or of the longest piece), a little above it.
      def label_place(points)
        pieces = points.each_cons(2).to_a
        level = pieces.select { |one, two| (one[1] - two[1]).abs < 1 }
        one, two = (level.empty? ? pieces : level).max_by { |a, b| (a[0] - b[0]).abs + (a[1] - b[1]).abs }
        [ ((one[0] + two[0]) / 2.0).round(1), ((one[1] + two[1]) / 2.0 - (one[1] == two[1] ? 4 : 0)).round(1) ]
      end

      def build_notes
        @notes = @model.children(diagram.id, :diagram_note).to_h do |note|
          [ note.id, kept_or(@previous&.notes, note.id, Furniture.note(note)) ]
        end
      end
    end
  end
end
