# frozen_string_literal: true

# Counts how often the lines of a drawing cross. A line is a list of points [x, y].
module Crossings
  NEAR = 1e-6

  module_function

  # lines: { id => points }. Pieces of one line do not count, nor do lines that only touch at an end.
  def count(lines)
    pieces = lines.flat_map { |id, points| points.each_cons(2).map { |from, to| [ id, from, to, [ from[0], to[0] ]
      .min, [ from[0], to[0] ].max ] } }.sort_by { |piece| piece[3] }
    total = 0
    pieces.each_with_index do |one, index|
      (index + 1...pieces.size).each do |other_index|
        other = pieces[other_index]
        break if other[3] > one[4]

        total += 1 if one[0] != other[0] && cross?(one[1], one[2], other[1], other[2])
      end
    end
    total
  end

  # Do two pieces cross, each strictly within the other?
  def cross?(a, b, c, d)
    (side(a, b, c) * side(a, b, d)) < -NEAR && (side(c, d, a) * side(c, d, b)) < -NEAR
  end

  def side(a, b, c) = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
end
