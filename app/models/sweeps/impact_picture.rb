# frozen_string_literal: true

# The drawing of an impact: the element at the left, a column for each step, a line to where each was come to from.
class ImpactPicture
  MOST = 150 # elements; of more, the nearest are drawn
  WIDE, HIGH, STEP = 210, 24, 290 # of a box, and from column to column
  FONT = 12
  Box = Struct.new(:element, :x, :y, :text, :from, keyword_init: true)

  def initialize(model, element, steps)
    @model, @element = model, element
    @steps = steps.first(MOST)
    @left_out = steps.size - @steps.size
  end

  attr_reader :left_out

  def boxes
    @boxes ||= begin
      rows = Hash.new(-1)
      first = box(@element, 0, rows, nil)
      @steps.each_with_object({ @element.id => first }) do |step, all|
        all[step.element.id] = box(step.element, step.distance, rows, all[step.via_id])
      end.values
    end
  end

  def width = boxes.map { |each| each.x + WIDE }.max + 2
  def height = boxes.map { |each| each.y + HIGH }.max + 2

  # The d attribute of the line to a box.
  def line(box)
    from = [ box.from.x + WIDE, box.from.y + HIGH / 2 ]
    to = [ box.x, box.y + HIGH / 2 ]
    middle = (from[0] + to[0]) / 2
    "M#{from.join(' ')}C#{middle} #{from[1]} #{middle} #{to[1]} #{to.join(' ')}"
  end

  private

  def box(element, column, rows, from)
    text = Kelvath::Diagram::Font.weight(400).fit(Kelvath::Describing.title(element, @model), FONT, WIDE - 12)
    Box.new(element:, x: column * STEP + 1, y: (rows[column] += 1) * (HIGH + 6) + 1, text:, from:)
  end
end
