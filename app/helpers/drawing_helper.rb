# frozen_string_literal: true

# Numbers of a scene as SVG attributes.
module DrawingHelper
  CORNER = 6 # radius of a line's soft corners

  # The d of a path through points, its corners rounded.
  def soft_path(points)
    inner = points.each_cons(3).map { |before, corner, after| corner_path(before, corner, after) }
    "M#{point(points.first)}#{inner.join}L#{point(points.last)}"
  end

  # The middle of the longest level piece (or of the longest piece): [x, y] for a label.
  def label_place(points)
    pieces = points.each_cons(2).to_a
    level = pieces.select { |one, two| (one[1] - two[1]).abs < 1 }
    one, two = (level.presence || pieces).max_by { |a, b| (a[0] - b[0]).abs + (a[1] - b[1]).abs }
    [ (one[0] + two[0]) / 2.0, (one[1] + two[1]) / 2.0 - (one[1] == two[1] ? 4 : 0) ].map { |number| number.round(1) }
  end

  def mark_path(mark) = mark.strokes.map { |x1, y1, x2, y2| "M#{point([ x1, y1 ])}L#{point([ x2, y2 ])}" }.join

  # The outline of a card; a table's corners are square.
  def corner_radius(card) = card.kind == :table ? 0 : 4

  # The notches or steps of a spine, from the top of the card: pairs of y.
  def spine_marks(height, step) = (step...height.to_i).step(step).to_a

  private

  def point((x, y)) = "#{number(x)} #{number(y)}"
  def number(value) = value.round(1).to_s.delete_suffix(".0")

  def corner_path(before, corner, after)
    into = towards(corner, before)
    out = towards(corner, after)
    "L#{point(into)}Q#{point(corner)} #{point(out)}"
  end

  def towards(from, to)
    length = Math.hypot(to[0] - from[0], to[1] - from[1])
    share = length.zero? ? 0 : [ CORNER, length / 2 ].min / length
    [ from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share ]
  end
end
