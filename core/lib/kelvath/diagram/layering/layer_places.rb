# frozen_string_literal: true

module Kelvath
  module Diagram
    # Gives ordered layers their coordinates: nodes as near to their neighbours' mean as the order
    # allows (least squares with separation, solved by pooling adjacent violators), layers as far
    # apart as the lines between them need.
    class LayerPlaces
      CARD_GAP = 44
      BEND_GAP = 14
      LAYER_GAP = 64
      LANE = 4 # more room between layers for each line that runs there
      PASSES = 10

      def initialize(graph, order)
        @graph = graph
        @order = order
        @x = []
      end

      # { id => [x, y, width, height] } of the cards, upper left corners, from 0, 0.
      def places
        spread
        PASSES.times { |pass| pass.even? ? pull(@order, @graph.above) : pull(@order.reverse, @graph.below) }
        pull(@order, nil)
        tops = layer_tops
        left = @order.flatten.select { |number| @graph.card?(number) }.map { |number|
          @x[number] - @graph.widths[number] / 2.0
        }.min || 0
        @order.each_with_index.flat_map do |numbers, layer|
          numbers.select { |number| @graph.card?(number) }.map { |number| [ number, layer ] }
        end
              .to_h { |number, layer| [ @graph.ids[number], place(number, layer, tops, left) ] }
      end

      private

      def place(number, layer, tops, left)
        [ @x[number] - @graph.widths[number] / 2.0 - left, tops[layer], @graph.widths[number], @graph.heights[number] ]
      end

      def spread
        @order.each do |numbers|
          x = 0.0
          numbers.each_with_index do |number, index|
            x += separation(numbers[index - 1], number) if index.positive?
            @x[number] = x
          end
        end
      end

      # The least distance of two neighbours' middles.
      def separation(left, right)
        gap = @graph.card?(left) && @graph.card?(right) ? CARD_GAP : BEND_GAP
        (@graph.widths[left] + @graph.widths[right]) / 2.0 + gap
      end

      # neighbours nil: towards both sides at once.
      def pull(layers, neighbours)
        layers.each do |numbers|
          wishes = numbers.map do |number|
            wish(number, neighbours ? neighbours[number] : @graph.above[number] + @graph.below[number])
          end
          settle(numbers, wishes)
        end
      end

      def wish(number, others)
        return [ @x[number], 0.1 ] if others.empty?

        weight = @graph.card?(number) ? others.size : 2.0 * others.size
        [ others.sum { |other| @x[other] } / others.size.to_f, weight ]
      end

      # Pool adjacent violators: blocks of nodes that touch share their weighted mean wish.
      def settle(numbers, wishes)
        offset = 0.0
        blocks = []
        numbers.each_with_index do |number, index|
          offset += separation(numbers[index - 1], number) if index.positive?
          blocks << [ wishes[index][0] - offset, wishes[index][1], [ [ number, offset ] ] ]
          merge(blocks) while blocks.size > 1 && blocks[-2][0] > blocks[-1][0]
        end
        blocks.each { |mean, _, members| members.each { |number, shift| @x[number] = mean + shift } }
      end

      def merge(blocks)
        right = blocks.pop
        left = blocks.pop
        weight = left[1] + right[1]
        blocks << [ (left[0] * left[1] + right[0] * right[1]) / weight, weight, left[2].concat(right[2]) ]
      end

      def layer_tops
        y = 0.0
        @order.map do |numbers|
          top = y
          y += numbers.map { |number| @graph.heights[number] }.max.to_f + LAYER_GAP + LANE * [ bends(numbers), 30 ].min
          top
        end
      end

      # How many lines leave the layer downwards not straight.
      def bends(numbers)
        numbers.sum { |number| @graph.below[number].count { |other| (@x[other] - @x[number]).abs > 10 } }
      end
    end
  end
end
