# frozen_string_literal: true

module Kelvath
  module Diagram
    # Orders the nodes of each layer so that few edges cross: sweeps by the median of the neighbours,
    # then swaps of adjacent nodes (Gansner, Koutsofios, North and Vo, 1993).
    class LayerOrder
      SWEEPS = 20
      SIFTS = 3 # rounds of sifting at the end, at most
      SWAPS = 8 # rounds of swaps after each sweep, at most

      def initialize(graph)
        @graph = graph
      end

      # Lists of node numbers, one a layer, left to right.
      # Two beginnings are tried: read from the top and from the bottom.
      def best
        [ @graph.layers.flatten,
          @graph.layers.reverse.flatten ].map { |starts| improved(initial(starts)) }.min_by { |order| crossings(order) }
      end

      # How many pairs of edges between neighbouring layers cross.
      def crossings(order) = order.each_cons(2).sum { |upper, lower| crossings_between(upper, lower) }

      private

      def improved(order)
        fewest = crossings(order)
        best = order.map(&:dup)
        SWEEPS.times do |sweep|
          break if fewest.zero?

          sweep_by_median(order, down: sweep.even?)
          swap(order)
          count = crossings(order)
          best, fewest = order.map(&:dup), count if count < fewest
        end
        order = best
        SIFTS.times { break unless order.map { |numbers| sift_layer(numbers, places_of(order)) }.any? }
        order
      end

      # Breadth first from each start in turn, so that neighbours begin near each other.
      def initial(starts)
        found = Array.new(@graph.layers.size) { [] }
        layer_of = {}
        @graph.layers.each_with_index { |numbers, layer| numbers.each { |number| layer_of[number] = layer } }
        seen = {}
        starts.each do |start|
          next if seen[start]

          queue = [ start ]
          seen[start] = true
          queue.each do |number|
            found[layer_of[number]] << number
            (@graph.below[number] + @graph.above[number]).each do |other|
              seen[other] || (seen[other] = true and queue << other)
            end
          end
        end
        found
      end

      def sweep_by_median(order, down:)
        layers = down ? (1...order.size) : (order.size - 2).downto(0)
        layers.each do |layer|
          place = {}
          order[down ? layer - 1 : layer + 1].each_with_index { |number, index| place[number] = index }
          neighbours = down ? @graph.above : @graph.below
          order[layer] = by_median(order[layer], neighbours, place)
        end
      end

      # Nodes without neighbours keep their place; the others are sorted among theirs.
      def by_median(numbers, neighbours, place)
        medians = numbers.to_h { |number| [ number, median(neighbours[number].map { |other| place[other] }.sort) ] }
        sorted = numbers.select { |number| medians[number] }.each_with_index.sort_by { |number, index|
          [ medians[number], index ]
        }.map(&:first)
        numbers.map { |number| medians[number] ? sorted.shift : number }
      end

      # The weighted median: between the two middle ones, nearer to the side that is closer packed.
      def median(places)
        return if places.empty?

        middle = places.size / 2
        return places[middle] if places.size.odd?
        return (places[0] + places[1]) / 2.0 if places.size == 2

        left = places[middle - 1] - places[0]
        right = places[-1] - places[middle]
        return (places[middle - 1] + places[middle]) / 2.0 if (left + right).zero?

        (places[middle - 1] * right + places[middle] * left) / (left + right).to_f
      end

      def swap(order)
        places = places_of(order)
        SWAPS.times { break unless order.map { |numbers| swap_layer(numbers, places) }.any? }
      end

      def places_of(order)
        order.each_with_object({}) do |numbers, places|
          numbers.each_with_index { |number, index| places[number] = index }
        end
      end

      # Takes each node out in turn and puts it back where it crosses least in its whole layer
      # (sifting; Matuszewski, Schönfeld and Molitor, 1999). Answers whether one found a better place.
      def sift_layer(numbers, places)
        numbers.dup.count do |number|
          now = numbers.index(number)
          best = best_place(numbers, now, places)
          next false if best == now

          numbers.insert(best, numbers.delete_at(now))
          numbers.each_with_index { |each, index| places[each] = index }
        end.positive?
      end

      # Walking away from its place, what is saved adds up pair by pair.
      def best_place(numbers, now, places)
        number = numbers[now]
        best, most = now, 0
        saved = 0
        (now + 1).upto(numbers.size - 1) do |index|
          saved += gain(@graph.above, number, numbers[index], places) +
                   gain(@graph.below, number, numbers[index], places)
          best, most = index, saved if saved > most
        end
        saved = 0
        (now - 1).downto(0) do |index|
          saved += gain(@graph.above, numbers[index], number, places) +
                   gain(@graph.below, numbers[index], number, places)
          best, most = index, saved if saved > most
        end
        best
      end

      def swap_layer(numbers, places)
        swapped = false
        (0...(numbers.size - 1)).each do |index|
          left, right = numbers[index], numbers[index + 1]
          gain = gain(@graph.above, left, right, places) + gain(@graph.below, left, right, places)
          next unless gain.positive?

          numbers[index], numbers[index + 1] = right, left
          places[left], places[right] = index + 1, index
          swapped = true
        end
        swapped
      end

      # Crossings now, less crossings with left and right exchanged.
      def gain(neighbours, left, right, places)
        ours = neighbours[left]
        theirs = neighbours[right]
        return 0 if ours.empty? || theirs.empty?

        ours.sum { |one| theirs.sum { |other| places[one] <=> places[other] } }
      end

      # Counts inversions with a binary indexed tree (Barth, Jünger and Mutzel, 2002).
      def crossings_between(upper, lower)
        place = {}
        lower.each_with_index { |number, index| place[number] = index }
        tree = Array.new(lower.size + 1, 0)
        seen = 0
        upper.sum do |number|
          ends = @graph.below[number].map { |other| place[other] }
          crossed = ends.sum { |index| seen - sum_to(tree, index) }
          ends.each { |index| add(tree, index) }
          seen += ends.size
          crossed
        end
      end

      def sum_to(tree, index)
        index += 1
        total = 0
        while index.positive?
          total += tree[index]
          index -= index & -index
        end
        total
      end

      def add(tree, index)
        index += 1
        while index < tree.size
          tree[index] += 1
          index += index & -index
        end
      end
    end
  end
end
