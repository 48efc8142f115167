# frozen_string_literal: true

module Kelvath
  module Diagram
    # Where the phrase of a line can be written: along its pieces, the longest level one first, above it, below it, or
    # beside an upright one.
    module LabelPlaces
      SIZE = 11
      HEIGHT = 12 # drawing units of a line of text
      SHARES = [ 0.5, 0.34, 0.66, 0.2, 0.8 ].freeze # of a piece, from its beginning
      MARKED = 30 # drawing units at both ends of a line that belong to its marks

      SLIM = 0.88 # how much narrower the hand of phrases runs than that of names

      module_function

      # How wide a phrase is, in drawing units.
      def width(text) = Font.weight(400).width(text, SIZE) * SLIM

      # [[[x of the text's middle, y of its base], Rect], …], the ones wanted most first. points: of the line; width: of
      # the text.
      def along(points, width)
        pieces = points.each_cons(2).sort_by { |one, two| [ level?(one, two) ? 0 : 1, -length(one, two) ] }
        roomy, short = pieces.partition { |one, two| length(one, two) >= (level?(one, two) ? width : HEIGHT + MARKED) }
        (roomy + short).flat_map { |one, two| beside(one, two, width) }
      end

      # The Rect that text takes up around [x of its middle, y of its base].
      def rect((x, y), width) = Rect.new(x - (width / 2.0), y - 9, width, HEIGHT)

      # The rects of the marks at both ends of a line.
      def ends(points)
        [ [ points[0], points[1] ], [ points[-1], points[-2] ] ].map do |tip, inner|
          level = level?(tip, inner)
          far = level ? [ tip[0] + (MARKED * (inner[0] <=> tip[0])), tip[1] ] :
                        [ tip[0], tip[1] + (MARKED * (inner[1] <=> tip[1])) ]
          around = Rect.around([ tip, far ])
          level ? Rect.new(around.x, around.y - 7, around.width, 14) :
                  Rect.new(around.x - 7, around.y, 14, around.height)
        end
      end

      def level?(one, two) = (one[1] - two[1]).abs < 1
      def length(one, two) = (one[0] - two[0]).abs + (one[1] - two[1]).abs

      def beside(one, two, width)
        level = level?(one, two)
        SHARES.flat_map do |share|
          x, y = one[0] + ((two[0] - one[0]) * share), one[1] + ((two[1] - one[1]) * share)
          spots = if level then [ [ x, y - 4 ], [ x, y + 13 ] ]
          else [ [ x + (width / 2.0) + 5, y + 4 ], [ x - (width / 2.0) - 5, y + 4 ], [ x, y + 4 ] ]
          end
          spots.map { |spot| spot.map { |number| number.round(1) }.then { |at| [ at, rect(at, width) ] } }
        end
      end
      private_class_method :beside, :length, :level?
    end
  end
end
