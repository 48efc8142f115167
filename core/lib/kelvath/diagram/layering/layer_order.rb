# frozen_string_literal: true

module Kelvath
  module Diagram
    # Orders the nodes of each layer so that few edges cross: sweeps by the median of the neighbours,
    # then swaps of adjacent nodes (Gansner, Koutsofios, North and Vo, 1993).
    class LayerOrder
      FIRST = 8 # sweeps for each beginning; the better one goes on
      SWEEPS = 12
      SIFTS = 3 # rounds of sifting at the end, at most
      SWAPS = 8 # rounds of swaps after each sweep, at most
      TIE = 1e-10 # less than medians that are not the same differ by: for what stands at one place

      def initialize(graph)
        @graph = graph
        @above, @below = graph.above, graph.below
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
        places = places_of(order)
        SIFTS.times { break unless order.map { |numbers| sift_layer(numbers, places) }.any? }
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
            (@below[number] + @above[number]).each do |other|
              seen[other] || (seen[other] = true and queue << other)
            end
          end
        end
        found
      end

      # turned: those that would stand at one place exchange sides, so that sweeps do not find the same again.
      def sweep_by_median(order, down:, turned:)
        layers = down ? (1...order.size) : (order.size - 2).downto(0)
        place = Array.new(@above.size)
        keys = Array.new(@above.size)
        neighbours = down ? @above : @below
        layers.each do |layer|
          order[down ? layer - 1 : layer + 1].each_with_index { |number, index| place[number] = index }
          order[layer] = by_median(order[layer], neighbours, place, keys, turned ? -TIE : TIE)
        end
      end

      # Nodes without neighbours keep their place; the others are sorted among theirs. keys: a list to note by number
      # where each of these would stand; tie: what parts the next one from a node of the same median.
      def by_median(numbers, neighbours, place, keys, tie)
        moving = numbers.reject { |number| neighbours[number].empty? }
        moving.each_with_index { |number, index| keys[number] = middle(neighbours[number], place) + index * tie }
        sorted = moving.sort_by { |number| keys[number] }
        return sorted if sorted.size == numbers.size

        numbers.map { |number| neighbours[number].empty? ? number : sorted.shift }
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
        order.each_with_object(Array.new(@above.size)) do |numbers, places|
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
          saved += gain(number, numbers[index], places)
          best, most = index, saved if saved > most
        end
        saved = 0
        (now - 1).downto(0) do |index|
          saved += gain(numbers[index], number, places)
          best, most = index, saved if saved > most
        end
        best
      end

      # least: what must be gained by a swap.
      def swap_layer(numbers, places, least: 1)
        swapped = false
        left = numbers.first
        (1...numbers.size).each do |index|
          right = numbers[index]
          if gain(left, right, places) < least
            left = right
          else
            numbers[index - 1], numbers[index] = right, left
            places[left], places[right] = index, index - 1
            swapped = true
          end
        end
        swapped
      end

      # Crossings now, less crossings with left and right exchanged.
      def gain(left, right, places)
        beyond(@above[left], @above[right], places) + beyond(@below[left], @below[right], places)
      end

      # Of all pairs of one of ours and one of theirs: in how many theirs stands left, less those in which it stands
      # right. Loops as they are quickest: a large drawing asks a hundred thousand times.
      def beyond(ours, theirs, places)
        total = at = 0
        while (number = ours[at])
          place = places[number]
          against = 0
          while (other = theirs[against])
            other = places[other]
            if other < place then total += 1
            elsif other > place then total -= 1
            end
            against += 1
          end
          at += 1
        end
        total
      end

      # Counts inversions with a binary indexed tree (Barth, Jünger and Mutzel, 2002): the number of ends so far, less
      # those up to the place of each further one. Loops, as above.
      def crossings_between(upper, lower)
        place = Array.new(@above.size)
        lower.each_with_index { |number, index| place[number] = index }
        tree = Array.new(lower.size + 1, 0)
        seen = crossed = 0
        upper.each do |number|
          ends = @below[number]
          ends.each do |other|
            index = place[other] + 1
            crossed += seen
            while index > 0
              crossed -= tree[index]
              index &= index - 1
            end
          end
          ends.each do |other|
            index = place[other] + 1
            while index < tree.size
              tree[index] += 1
              index += index & -index
            end
          end
          seen += ends.size
        end
        crossed
      end
    end
  end
end
