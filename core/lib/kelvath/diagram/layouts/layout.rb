# frozen_string_literal: true

module Kelvath
  module Diagram
    module Layouts
      # The base of the layouts: what is to be placed, and what it is linked with.
      class Layout
        GAP = 50

        class << self
          # What a page sends for it, and what people read: "tree", "Tree".
          def key = name.split("::").last.downcase
          def title(text = nil) = text ? @title = text : @title
        end

        # boxes: all of the diagram; ids: those to place; room: what is left free of each card, [across, down].
        # The block answers the links of all, [[upper id, lower id], …]; not every layout asks for them.
        def initialize(model, boxes, ids, room: [ 0, 0 ], &links)
          @room = room
          @model = model
          @boxes = boxes
          @ids = ids
          @links_of_all = links
        end

        # { element id => [x, y] } of the ids.
        def places = raise(NotImplementedError)

        private

        def rect(id) = @boxes.fetch(id).rect
        def size(id) = [ rect(id).width + @room[0], rect(id).height + @room[1] ]
        def member = @member ||= @ids.to_h { |id| [ id, true ] }

        def inner_links
          @inner_links ||= @links_of_all.call.select { |from, to| from != to && member.key?(from) && member.key?(to) }
        end

        def name(id) = @model.fetch(id).name.downcase

        # { id => [neighbour ids] } among the ids.
        def neighbours
          @neighbours ||= @ids.to_h { |id| [ id, [] ] }.tap do |found|
            inner_links.uniq { |link| link.sort }.each { |from, to| found[from] << to; found[to] << from }
          end
        end

        # Connected parts, each placed by the block, then packed on one sheet.
        def by_parts
          parts = Packing.components(@ids, inner_links)
          Packing.pack(parts.map { |ids| with_sizes(shifted(yield(ids))) })
        end

        # So that the upper left corner is 0, 0.
        def shifted(places)
          left = places.each_value.map(&:first).min
          top = places.each_value.map(&:last).min
          places.transform_values { |x, y| [ x - left, y - top ] }
        end

        def with_sizes(places) = places.to_h { |id, (x, y)| [ id, [ x, y, *size(id) ] ] }
      end

      # What comes after every layout: a part that was laid out stays about where it stood, and no card
      # lies on one that did not move.
      class Settling
        STEP = 30

        def initialize(boxes, moved, places)
          @boxes = boxes
          @moved = moved
          @places = places
          @fixed = boxes.except(*moved.keys).values.map(&:rect)
        end

        # { node id => [x, y] }
        def places
          dx, dy = offset
          @places.to_h { |id, (x, y)| [ @boxes.fetch(id).node_id, [ (x + dx).round(1), (y + dy).round(1) ] ] }
        end

        private

        # All of a diagram begins at 0, 0; a part where its upper left corner was, or under what is in its way.
        def offset
          return [ 0, 0 ] if @fixed.empty?

          left, top = @moved.values.map(&:rect).then { |rects| [ rects.map(&:left).min, rects.map(&:top).min ] }
          x, y = @places.values.then { |list| [ list.map(&:first).min, list.map(&:last).min ] }
          down = (0..).step(STEP).find { |step| clear?(left - x, top - y + step) }
          [ left - x, top - y + down ]
        end

        def clear?(dx, dy)
          @places.none? do |id, (x, y)|
            rect = @boxes.fetch(id).rect
            mine = Rect.new(x + dx - 10, y + dy - 10, rect.width + 20, rect.height + 20)
            @fixed.any? { |other| mine.overlaps?(other) }
          end
        end
      end
    end
  end
end
