# frozen_string_literal: true

module Kelvath
  module Diagram
    module Layouts
      # Force-directed (Fruchterman and Reingold 1991): cards repel each other, lines pull, and the heat
      # goes down. Repulsion is felt within a radius only, found by a grid, as their own variant does. At
      # the end cards that overlap are pushed apart. The same diagram always gives the same picture.
      class Organic < Layout
        title "Organic"
        ROUNDS = 150
        ROWS = 1 << 24 # more than there are; a cell is known by its column times that, and its row
        NEIGHBOURS = [ ROWS, 1 - ROWS, 1, ROWS + 1 ].freeze # right; below: left of it, it, right of it

        def places
          by_parts { |ids| ids.one? ? { ids.first => [ 0, 0 ] } : settle(ids) }
        end

        private

        def settle(ids)
          @list = ids
          prepare
          heat = @length * 2
          ROUNDS.times { |round| step(heat * (1 - round / ROUNDS.to_f)**1.5 + 1) }
          corners = @list.each_with_index.to_h do |id, index|
            [ id, [ @x[index] - @half_w[index], @y[index] - @half_h[index] ] ]
          end
          Arranging.parted(corners.to_h { |id, (x, y)| [ id, Rect.new(x, y, *size(id)) ] },
                           gap: GAP * 0.8).transform_values { |rect| [ rect.x, rect.y ] }
        end

        # Begins on a spiral in the order of a walk through the links, so that neighbours begin near.
        def prepare
          index = @list.each_with_index.to_h
          @half_w = @list.map { |id| size(id)[0] / 2.0 }
          @half_h = @list.map { |id| size(id)[1] / 2.0 }
          @length = Math.sqrt(@list.sum { |id| (size(id)[0] + GAP) * (size(id)[1] + GAP) } / @list.size) * 1.15
          @edges = inner_links.filter_map { |from, to| [ index[from], index[to] ] if index[from] && index[to] }
                              .uniq { |pair| pair.sort }
          walk = Packing.reach(@list.max_by { |id| neighbours[id].size }, neighbours, Set.new)
          @x = Array.new(@list.size)
          @y = Array.new(@list.size)
          walk.each_with_index { |id, place| spiral(index.fetch(id), place) }
        end

        # Fermat's spiral with the golden angle spreads points evenly.
        def spiral(index, place)
          radius = @length * 0.62 * Math.sqrt(place)
          @x[index] = radius * Math.cos(place * 2.39996)
          @y[index] = radius * Math.sin(place * 2.39996)
        end

        def step(heat)
          @dx = Array.new(@list.size, 0.0)
          @dy = Array.new(@list.size, 0.0)
          repel
          attract
          @list.each_index { |index| move(index, heat) }
        end

        def repel
          reach = @length * 2
          cells = @list.each_index.group_by do |index|
            (@x[index] / reach).floor * ROWS + (@y[index] / reach).floor
          end
          cells.each do |cell, list|
            near = NEIGHBOURS.flat_map { |step| cells[cell + step] || [] }
            list.each_with_index { |one, place| push(one, list.drop(place + 1).concat(near), reach * reach) }
          end
        end

        # One card from others and they from it, those that are no farther than a square says. What is pushed most often
        # is held in variables of its own: this is where the time of the layout goes.
        def push(one, others, square_reach)
          xs, ys, dx, dy, square_length = @x, @y, @dx, @dy, @length * @length
          my_x, my_y, my_dx, my_dy = xs[one], ys[one], dx[one], dy[one]
          others.each do |two|
            x = my_x - xs[two]
            y = my_y - ys[two]
            x, y = (one - two) * 0.01, 0.01 if x == 0.0 && y == 0.0
            square = x * x + y * y
            next if square > square_reach

            force = square_length / square
            my_dx += push_x = x * force
            my_dy += push_y = y * force
            dx[two] -= push_x
            dy[two] -= push_y
          end
          dx[one], dy[one] = my_dx, my_dy
        end

        def attract
          @edges.each do |one, two|
            x = @x[one] - @x[two]
            y = @y[one] - @y[two]
            force = Math.hypot(x, y) / @length
            @dx[one] -= x * force
            @dy[one] -= y * force
            @dx[two] += x * force
            @dy[two] += y * force
          end
        end

        # A weak pull to the middle keeps the picture round.
        def move(index, heat)
          x = @dx[index] - @x[index] * 0.04
          y = @dy[index] - @y[index] * 0.04
          length = Math.hypot(x, y)
          return if length.zero?

          share = [ length, heat ].min / length
          @x[index] += x * share
          @y[index] += y * share
        end
      end
    end
  end
end
