# frozen_string_literal: true

module Kelvath
  module Diagram
    # Orders the nodes of each layer so that few edges cross: sweeps by the median of the neighbours,
    # then swaps of adjacent nodes (Gansner, Koutsofios, North and Vo, 1993).
    class LayerOrder
      FIRST = 8 # sweeps for each beginning; the better one goes on
      SWEEPS = 20
      SIFTS = 3 # rounds of sifting at the end, at most
      SWAPS = 8 # rounds of swaps after each sweep, at most
      TIE = 1e-10 # less than medians that are not the same differ by: for what stands at one place

      def initialize(graph)
        @graph = graph
      end

      # Lists of node numbers, one a layer, left to right.
      # Two beginnings are tried: read from the top and from the bottom.
      def best
        starts = [ @graph.layers.flatten, @graph.layers.reverse.flatten ]
        begun = starts.map { |numbers| improved(initial(numbers), FIRST) }
        sifted(improved(begun.min_by { |order| crossings(order) }, SWEEPS))
      end

      # How many pairs of edges between neighbouring layers cross.
      def crossings(order) = order.each_cons(2).sum { |upper, lower| crossings_between(upper, lower) }

      private

      def improved(order, sweeps)
        fewest = crossings(order)
        best = order.map(&:dup)
        sweeps.times do |sweep|
          break if fewest.zero?

          turned = sweep[1] == 1
          sweep_by_median(order, down: sweep.even?, turned:)
          swap(order, turned:)
          count = crossings(order)
          best, fewest = order.map(&:dup), count if count < fewest
        end
        best
      end

      def sifted(order)
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

      # turned: those that would stand at one place exchange sides, so that sweeps do not find the same again.
      def sweep_by_median(order, down:, turned:)
        layers = down ? (1...order.size) : (order.size - 2).downto(0)
        place = Array.new(@graph.above.size)
        layers.each do |layer|
          order[down ? layer - 1 : layer + 1].each_with_index { |number, index| place[number] = index }
          neighbours = down ? @graph.above : @graph.below
          order[layer] = by_median(order[layer], neighbours, place, turned ? -1 : 1)
        end
      end

      # Nodes without neighbours keep their place; the others are sorted among theirs.
      def by_median(numbers, neighbours, place, ties)
        moving = numbers.reject { |number| neighbours[number].empty? }
        keys = moving.each_with_index.to_h do |number, index|
          [ number, middle(neighbours[number], place) + index * ties * TIE ]
        end
        sorted = moving.sort_by { |number| keys[number] }
        return sorted if sorted.size == numbers.size

        numbers.map { |number| keys.key?(number) ? sorted.shift : number }
      end

      # The median of where these stand; most lines only pass a layer, and have one neighbour there.
      def middle(numbers, place)
        numbers.size == 1 ? place[numbers[0]] : median(numbers.map { |other| place[other] }.sort)
      end

      # The weighted median: between the two middle ones, nearer to the side that is closer packed.
      def median(places)
        middle = places.size / 2
        return places[middle] if places.size.odd?
        return (places[0] + places[1]) / 2.0 if places.size == 2

        left = places[middle - 1] - places[0]
        right = places[-1] - places[middle]
        return (places[middle - 1] + places[middle]) / 2.0 if (left + right).zero?

        (places[middle - 1] * right + places[middle] * left) / (left + right).to_f
      end

      def swap(order, turned:)
        places = places_of(order)
        order.each { |numbers| swap_layer(numbers, places, least: 0) } if turned
        worth = order.each_index.to_a # layers that have changed, and those beside them
        SWAPS.times do
          changed = worth.select { |layer| swap_layer(order[layer], places) }
          break if changed.empty?

          worth = changed.flat_map { |layer| [ layer - 1, layer, layer + 1 ] }.uniq & order.each_index.to_a
        end
      end

      def places_of(order)
        order.each_with_object(Array.new(@graph.above.size)) do |numbers, places|
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

      # least: what must be gained by a swap.
      def swap_layer(numbers, places, least: 1)
        swapped = false
        (0...(numbers.size - 1)).each do |index|
          left, right = numbers[index], numbers[index + 1]
          gain = gain(@graph.above, left, right, places) + gain(@graph.below, left, right, places)
          next if gain < least

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
        return beyond(places[ours[0]], theirs, places) if ours.size == 1

        total = at = 0
        while at < ours.size
          place = places[ours[at]]
          total += beyond(place, theirs, places)
          at += 1
        end
        total
      end

      # How many of these stand left of a place, less those right of it. A loop as it is quickest: a large drawing asks
      # a hundred thousand times.
      def beyond(place, numbers, places)
        total = at = 0
        while at < numbers.size
          other = places[numbers[at]]
          if other < place then total += 1
          elsif other > place then total -= 1
          end
          at += 1
        end
        total
      end

      # Counts inversions with a binary indexed tree (Barth, Jünger and Mutzel, 2002).
      def crossings_between(upper, lower)
        place = Array.new(@graph.above.size)
        lower.each_with_index { |number, index| place[number] = index }
        tree = Array.new(lower.size + 1, 0)
        seen = 0
        upper.sum do |number|
          ends = @graph.below[number]
          crossed = ends.sum { |other| seen - sum_to(tree, place[other]) }
          ends.each { |other| add(tree, place[other]) }
          seen += ends.size
          crossed
        end
      end

      def sum_to(tree, index)
        index += 1
        total = 0
        while index > 0
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
