# frozen_string_literal: true

# The order in which a scene is painted: frames, lines, cards, then what lies on them. Included by what has a method
# shape(shape, left, top, tint).
module Painting
  INK = Kelvath::Diagram::Ink

  private

  def paint(scene)
    frames, others = scene.notes.values.partition { |note| note.shape == "frame" }
    frames.each { |note| shapes(note.ink, note.rect) }
    scene.lines.each_value { |line| paint_line(line) }
    scene.boxes.each_value { |box| shapes(box.card.ink, box.rect, tint: box.tint) }
    [ *others, *scene.panels.values ].each { |part| shapes(part.ink, part.rect) }
  end

  def paint_line(line)
    shape(INK.soft(line.dashed ? :line_open : :line, line.points), 0, 0, nil)
    shapes(line.ink, Kelvath::Diagram::Rect.new(0, 0, 0, 0))
    shape(INK.text(:line_label, line.label[1], line.label[2], line.label[0], :middle), 0, 0, nil) if line.label
  end

  def shapes(list, rect, tint: nil) = list.each { |each| shape(each, rect.x, rect.y, tint) }
end
