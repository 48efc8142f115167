# frozen_string_literal: true

module Kelvath
  module Diagram
    # Everything a diagram shows, in numbers: boxes with their rows, lines with their points. It is
    # made from a model, and from the scene before it, so that only what changed is worked out anew.
    class Scene
      # id: of the element; node_id: of its place on the diagram.
      Box = Struct.new(:id, :node_id, :rect, :card, keyword_init: true)
      # from_end and to_end: [least, most]; solid: identifying (or a foreign key within the key).
      Line = Struct.new(:id, :from_id, :to_id, :points, :from_mark, :to_mark, :solid, :label, :kind, keyword_init: true)
      # A connection before it has points.
      Link = Struct.new(:id, :from_id, :to_id, :from_end, :to_end, :solid, :label, :kind, keyword_init: true)

      attr_reader :boxes, :lines, :diagram, :router, :model, :links, :routes

      # The scene of a diagram (its id). previous: an older scene of the same diagram.
      def self.of(model, diagram_id, previous: nil) = new(model, model.fetch(diagram_id), previous).build

      def initialize(model, diagram, previous)
        @model = model
        @diagram = diagram
        @previous = previous
        @boxes = {}
        @lines = {}
      end

      def build
        cards = Cards.new(@model, diagram.stage)
        affected = @previous && Affected.between(@previous.model, @model, diagram.stage)
        @model.children(diagram.id, :diagram_node).each do |node|
          element = @model[node.element_id] or next
          old = @previous&.boxes&.fetch(element.id, nil)
          card = old && !affected.include?(element.id) ? old.card : cards.card(element)
          @boxes[element.id] = kept_or(@previous&.boxes, element.id, box(node, card))
        end
        build_lines
        self
      end

      # { card id => Rect } of all boxes.
      def rects = @rects ||= boxes.transform_values(&:rect)

      # What the drawing takes up, as a Rect; a sheet of the usual size if it is empty.
      def extent
        return Rect.new(0, 0, 1000, 600) if boxes.empty?

        xs = boxes.each_value.flat_map { |box| [ box.rect.left, box.rect.right ] } + lines.each_value.flat_map { |line| line.points.map(&:first) }
        ys = boxes.each_value.flat_map { |box| [ box.rect.top, box.rect.bottom ] } + lines.each_value.flat_map { |line| line.points.map(&:last) }
        Rect.new(xs.min, ys.min, xs.max - xs.min, ys.max - ys.min)
      end

      # Ids of boxes and lines that are new or other than in that scene, and of those no longer there.
      def changed_since(other)
        { boxes: differing(boxes, other.boxes), lines: differing(lines, other.lines),
          gone: (other.boxes.keys - boxes.keys) + (other.lines.keys - lines.keys) }
      end

      private

      def box(node, card) = Box.new(id: node.element_id, node_id: node.id, rect: Rect.new(node.x, node.y, card.width, card.height), card:)

      # The very same object if nothing changed, so that comparing scenes is quick.
      def kept_or(old, id, fresh) = old && old[id] == fresh ? old[id] : fresh
      def differing(ours, theirs) = ours.filter_map { |id, each| id unless each.equal?(theirs[id]) }

      def build_lines
        @links = Links.new(@model, @boxes).all.to_h { |link| [ link.id, link ] }
        @router = Router.new(rects, @links.values.map { |link| [ link.id, link.from_id, link.to_id ] }, previous: @previous&.router)
        @routes = @router.routes
        @links.each_value { |link| @lines[link.id] = same_line(link) || line(link, @routes.fetch(link.id)) }
      end

      # The line of before, if it connects the same in the same way and runs the same way.
      def same_line(link)
        @previous&.lines&.fetch(link.id, nil) if @previous && @previous.links[link.id] == link && @previous.routes[link.id] == @routes[link.id]
      end

      def line(link, points)
        points = points.map { |x, y| [ x.round(1), y.round(1) ] }
        Line.new(id: link.id, from_id: link.from_id, to_id: link.to_id, points:, solid: link.solid, label: link.label, kind: link.kind,
                 from_mark: link.from_end && EndMarks.mark(points[0], points[1], *link.from_end),
                 to_mark: link.to_end && EndMarks.mark(points[-1], points[-2], *link.to_end))
      end
    end

    # The connections between the boxes of a scene.
    class Links
      def initialize(model, boxes)
        @model = model
        @boxes = boxes
      end

      # Scene::Link values: relationships and subtypes between entities, foreign keys between tables.
      def all = @boxes.keys.flat_map { |id| @model[id].kind == :table ? foreign_keys(id) : relationships(id) + subtypes(id) }

      private

      def relationships(entity_id)
        @model.referrers(entity_id, :relationship).select { |each| each.from_id == entity_id && @boxes.key?(each.to_id) }.map do |each|
          Scene::Link.new(id: each.id, from_id: each.from_id, to_id: each.to_id, from_end: [ each.from_least, each.from_most ],
                          to_end: [ each.to_least, each.to_most ], solid: each.identifying, label: each.phrase, kind: :relationship)
        end
      end

      def subtypes(entity_id)
        @model.children(entity_id, :subtype_group).flat_map do |group|
          group.subtype_ids.select { |id| @boxes.key?(id) }.map do |id|
            Scene::Link.new(id: "#{group.id}.#{id}", from_id: entity_id, to_id: id, solid: true, label: group.exclusive ? "" : "or several", kind: :subtype)
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
          Scene::Link.new(id: key.id, from_id: key.target_table_id, to_id: table_id, from_end: [ optional ? 0 : 1, 1 ], to_end: [ 0, once ? 1 : nil ],
                          solid: (key.column_ids - primary).empty?, label: "", kind: :foreign_key)
        end
      end
    end
  end
end
