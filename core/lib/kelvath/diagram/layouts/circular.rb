# frozen_string_literal: true

module Kelvath
  module Diagram
    module Layouts
      # Cards on a circle, linked ones near each other: the order is improved by exchanging neighbours
      # and by moving cards to the middle of what they are linked with, as long as lines get shorter.
      class Circular < Layout
        title "On a circle"
        ROUNDS = 12

        def places
          by_parts { |ids| ids.size < 3 ? row(ids) : circle(improved(ids)) }
        end

        private

        def row(ids)
          x = 0
          ids.to_h { |id| [ id, [ x, 0 ] ].tap { x += size(id)[0] + GAP } }
        end

        # A walk through the links, then better and better.
        def improved(ids)
          order = Packing.reach(ids.max_by { |id| [ neighbours[id].size, id ] }, neighbours, Set.new)
          ROUNDS.times do
            better = exchanged(centred(order))
            break if length(better) >= length(order)

            order = better
          end
          order
        end

        # Each card at the mean angle of its neighbours and itself.
        def centred(order)
          angles = angles(order)
          order.sort_by do |id|
            around = [ id, *neighbours[id] ].map { |other| angles[other] }
            [ Math.atan2(around.sum { |angle| Math.sin(angle) },
                         around.sum { |angle| Math.cos(angle) }) % (2 * Math::PI), id ]
          end
        end

        def exchanged(order)
          order = order.dup
          at = order.each_with_index.to_h
          order.size.times do |index|
            other = (index + 1) % order.size
            one, two = order[index], order[other]
            unless cost(one, other, at, two) +
                   cost(two, index, at, one) < cost(one, index, at, two) + cost(two, other, at, one)
              next
            end

            order[index], order[other] = two, one
            at[one], at[two] = other, index
          end
          order
        end

        def cost(id, place, at, except)
          neighbours[id].sum { |other| other == except ? 0 : steps(place, at[other], at.size) }
        end

        def steps(one, two, count) = [ (one - two).abs, count - (one - two).abs ].min
        def angles(order) = order.each_with_index.to_h { |id, index| [ id, 2 * Math::PI * index / order.size ] }

        def length(order)
          at = order.each_with_index.to_h
          order.sum { |id| neighbours[id].sum { |other| steps(at[id], at[other], at.size) } }
        end

        # A circle large enough that neighbours do not touch; arcs are as wide as the cards want.
        def circle(order)
          wants = order.map { |id| Math.hypot(*size(id)) + GAP / 2.0 }
          radius = [ wants.sum / (2 * Math::PI), wants.max ].max
          turned = 0.0
          places = order.each_with_index.to_h do |id, index|
            angle = (turned + wants[index] / 2) / wants.sum * 2 * Math::PI
            turned += wants[index]
            width, height = size(id)
            [ id,
              Rect.new(radius * Math.sin(angle) - width / 2, -radius * Math.cos(angle) - height / 2, width, height) ]
          end
          Arranging.parted(places, gap: 16).transform_values { |rect| [ rect.x, rect.y ] }
        end
      end
    end
  end
end
