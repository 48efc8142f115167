# frozen_string_literal: true

module Kelvath
  module Diagram
    # Putting chosen cards in order without a layout: align, distribute, same size, part, snap.
    module Arranging
      GRID = 20 # drawing units between the lines that cards snap to
      ROUNDS = 200

      # What can be asked for, with what its button says.
      WAYS = {
        "left" => "Align left edges", "center" => "Align middles, side by side", "right" => "Align right edges",
        "top" => "Align top edges", "middle" => "Align middles, one above the other",
        "bottom" => "Align bottom edges", "across" => "Equal gaps from left to right",
        "down" => "Equal gaps from top to bottom", "width" => "Same width", "apart" => "Move apart",
        "snap" => "Snap to the grid"
      }.freeze

      module_function

      # Arranges cards (element ids) of a diagram in a draft. way: a key of WAYS. Raises UnknownName.
      def arrange(draft, diagram_id, ids, way)
        raise UnknownName, "Cards cannot be arranged “#{way}”; known are #{WAYS.keys.join(', ')}." unless WAYS.key?(way)

        boxes = Boxes.of(draft.model, diagram_id, among: ids.to_set).slice(*ids)
        return if boxes.empty?
        return widen(draft, boxes) if way == "width"

        arranged(boxes.transform_values(&:rect), way).each do |id, rect|
          draft.set(boxes.fetch(id).node_id, x: rect.x.to_f.round(1), y: rect.y.to_f.round(1))
        end
      end

      # Moves cards of a diagram that overlap, as little as may be; pinned ones stay.
      def part(draft, diagram_id)
        boxes = Boxes.of(draft.model, diagram_id)
        fixed = boxes.select { |_, box| box.pinned }.keys
        parted(boxes.transform_values(&:rect), gap: 20, fixed:).each do |id, rect|
          draft.set(boxes.fetch(id).node_id, x: rect.x.round(1), y: rect.y.round(1)) unless rect == boxes.fetch(id).rect
        end
      end

      # { id => Rect } -> the same, moved.
      def arranged(rects, way)
        case way
        when "left" then move(rects) { |rect| [ rects.each_value.map(&:left).min, rect.y ] }
        when "right" then move(rects) { |rect| [ rects.each_value.map(&:right).max - rect.width, rect.y ] }
        when "center" then middle(rects, :center_x).then { |x| move(rects) { |rect| [ x - rect.width / 2.0, rect.y ] } }
        when "top" then move(rects) { |rect| [ rect.x, rects.each_value.map(&:top).min ] }
        when "bottom" then move(rects) { |rect| [ rect.x, rects.each_value.map(&:bottom).max - rect.height ] }
        when "middle"
          middle(rects, :center_y).then { |y| move(rects) { |rect| [ rect.x, y - rect.height / 2.0 ] } }
        when "across" then spread(rects)
        when "down" then spread(rects.transform_values(&:flipped)).transform_values(&:flipped)
        when "apart" then parted(rects, gap: 20)
        else move(rects) { |rect| [ snapped(rect.x), snapped(rect.y) ] }
        end
      end

      # The nearest line of the grid.
      def snapped(number) = (number / GRID.to_f).round * GRID

      # { id => Rect } -> the same, each where the block puts it: it gets a Rect and answers [x, y].
      def move(rects) = rects.transform_values { |rect| Rect.new(*yield(rect), rect.width, rect.height) }
      def middle(rects, side) = rects.each_value.map(&side).minmax.sum / 2.0

      # The outermost stay; the gaps between become equal, and at least a little.
      def spread(rects)
        sorted = rects.sort_by { |_, rect| rect.left }
        room = sorted.last[1].right - sorted.first[1].left - sorted.sum { |_, rect| rect.width }
        gap = sorted.size > 1 ? [ room / (sorted.size - 1.0), 10 ].max : 0
        x = sorted.first[1].left
        sorted.to_h { |id, rect| [ id, Rect.new(x, rect.y, rect.width, rect.height) ].tap { x += rect.width + gap } }
      end

      def widen(draft, boxes)
        width = boxes.each_value.map { |box| box.rect.width }.max
        boxes.each_value { |box| draft.set(box.node_id, width: width.to_f) }
      end

      # Rectangles pushed apart until none comes nearer than gap to another; fixed ids do not move.
      # Each pair moves by half of what it lacks, the shorter way; pairs are found by sweeping.
      def parted(rects, gap:, fixed: [])
        found = rects.transform_values { |rect| [ rect.x.to_f, rect.y.to_f, rect.width + gap, rect.height + gap ] }
        fixed = fixed.to_set
        ROUNDS.times { break unless push_all(found, fixed) }
        found.to_h { |id, (x, y, _, _)| [ id, Rect.new(x, y, rects[id].width, rects[id].height) ] }
      end

      def push_all(found, fixed)
        moved = false
        open = []
        found.sort_by { |_, box| box[0] }.each do |id, box|
          open.reject! { |other, _| other[0] + other[2] <= box[0] }
          stays = fixed.include?(id)
          open.each do |other, other_stays|
            next if other[1] >= box[1] + box[3] || box[1] >= other[1] + other[3] # most of them, asked in short

            moved = true if push(box, other, stays, other_stays)
          end
          open << [ box, stays ]
        end
        moved
      end

      # Answers whether the two had to move.
      def push(one, two, one_fixed, two_fixed)
        x = [ one[0] + one[2] - two[0], two[0] + two[2] - one[0] ].min
        y = [ one[1] + one[3] - two[1], two[1] + two[3] - one[1] ].min
        return if x <= 0.01 || y <= 0.01 || (one_fixed && two_fixed)

        axis, way = x < y ? [ 0, x ] : [ 1, y ]
        ahead = one[axis] + one[axis + 2] / 2 >= two[axis] + two[axis + 2] / 2 ? 1 : -1
        one[axis] += ahead * way * (two_fixed ? 1 : 0.5) unless one_fixed
        two[axis] -= ahead * way * (one_fixed ? 1 : 0.5) unless two_fixed
        true
      end

      private_class_method :move, :middle, :spread, :widen, :push_all, :push
    end
  end
end
