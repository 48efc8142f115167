# frozen_string_literal: true

module Kelvath
  module Diagram
    # The few shapes that a drawing is made of, so that the page, the SVG file and the PDF paint the
    # same things. Numbers are drawing units, y pointing down.
    module Ink
      # type: :rect, :circle, :ellipse, :path or :text; numbers: as the maker of that type says;
      # text, anchor (:start, :middle, :end): of a text; tint: a person's colour for the inside.
      # so that *(shape if …) is one shape
      Shape = Struct.new(:type, :style, :numbers, :text, :anchor, :tint) do
        undef_method :to_a

        # The same elsewhere.
        def at(numbers) = dup.tap { |shape| shape.numbers = numbers }
      end

      SANS = "Instrument Sans"
      SERIF = "Newsreader"
      # fill and stroke name colours of Palette; dash in units; size and weight of text.
      STYLES = {
        card_face: { fill: :card, stroke: :ink, width: 1 },
        card_outside: { fill: :paper, stroke: :soft, width: 1, dash: [ 5, 4 ] },
        card_inner: { stroke: :ink, width: 0.8 },
        card_hairline: { stroke: :hairline, width: 1 }, card_rule: { stroke: :ink, width: 0.7 },
        spine: { fill: :ink }, spine_ground: { fill: :wash, stroke: :ink, width: 1 },
        spine_hatch: { stroke: :ink, width: 1.2 },
        card_title: { fill: :ink, size: 13, weight: 600 }, card_text: { fill: :ink, size: 12 },
        card_key: { fill: :ink, size: 12, underline: true }, card_line: { fill: :soft, size: 11.5 },
        card_decided: { fill: :sea },
        card_detail: { fill: :soft, size: 11 }, card_tag: { fill: :soft, size: 9.5, weight: 600 },
        line: { stroke: :ink, width: 1.1 }, line_open: { stroke: :ink, width: 1.1, dash: [ 5, 4 ] },
        line_mark: { stroke: :ink, width: 1.2 }, line_ring: { fill: :paper, stroke: :ink, width: 1.2 },
        line_solid: { fill: :ink, stroke: :ink, width: 1 }, line_hollow: { fill: :paper, stroke: :ink, width: 1.2 },
        line_label: { fill: :soft, size: 11, family: SERIF, italic: true, halo: true },
        line_letter: { fill: :ink, size: 11, weight: 600, halo: true }, line_wide: { stroke: :ink, width: 4 },
        line_gap: { stroke: :paper, width: 2 },
        note_face: { fill: :wash, stroke: :soft, width: 0.8 }, note_shape: { stroke: :soft, width: 1 },
        note_frame: { stroke: :soft, width: 1.2, dash: [ 8, 5 ] },
        note_text: { fill: :ink, size: 12 }, note_title: { fill: :soft, size: 13, weight: 600 },
        block_face: { fill: :card, stroke: :ink, width: 0.8 }, block_text: { fill: :ink, size: 11 },
        block_label: { fill: :soft, size: 9.5 }, block_title: { fill: :ink, size: 12, weight: 600 }
      }.freeze

      module_function

      # Shape values. style: a key of STYLES; places and sizes in drawing units; tint: a colour for the inside, or
      # nil.
      def rect(style, x, y, width, height, radius = 0, tint: nil)
        Shape.new(:rect, style, [ x, y, width, height, radius ], nil, nil, tint)
      end

      # By its middle.
      def circle(style, x, y, radius) = Shape.new(:circle, style, [ x, y, radius ])
      def ellipse(style, x, y, rx, ry, tint: nil) = Shape.new(:ellipse, style, [ x, y, rx, ry ], nil, nil, tint)

      # commands: [[:m, x, y], [:l, x, y], [:q, control x, y, x, y], [:z]]
      def path(style, *commands, tint: nil) = Shape.new(:path, style, commands, nil, nil, tint)
      def text(style, x, y, text, anchor = :start) = Shape.new(:text, style, [ x, y ], text, anchor)

      # Straight pieces through points; closed joins the last to the first.
      def lines(style, points, closed: false, tint: nil)
        first, *rest = points
        path(style, [ :m, *first ], *rest.map { |point| [ :l, *point ] }, *([ [ :z ] ] if closed), tint:)
      end

      # The d attribute of an SVG path (SVG 1.1, 8.3).
      def d(commands)
        commands.map { |command, *numbers|
          "#{LETTERS.fetch(command)}#{numbers.map { |number| short(number) }.join(" ")}"
        }.join
      end

      LETTERS = { m: "M", l: "L", q: "Q", z: "Z" }.freeze

      # 12.0 => "12", 12.34 => "12.3". By whole numbers: writing a floating one takes three times as long.
      def short(number)
        tenths = (number * 10).round
        whole, rest = tenths.abs.divmod(10)
        "#{"-" if tenths.negative?}#{whole}#{".#{rest}" unless rest.zero?}"
      end

      # A path through points with soft corners of that radius.
      def soft(style, points, radius = 6)
        inner = points.each_cons(3).flat_map do |before, corner, after|
          [ [ :l, *towards(corner, before, radius) ], [ :q, *corner, *towards(corner, after, radius) ] ]
        end
        path(style, [ :m, *points.first ], *inner, [ :l, *points.last ])
      end

      # A path cut into its straight pieces, [[from, to], …] with points [x, y], and the commands of its corners.
      def pieces(commands)
        at = nil
        corners = []
        straight = commands.filter_map do |command, *numbers|
          from, at = at, numbers.last(2)
          corners << [ :m, *from ] << [ command, *numbers ] if command == :q
          [ from, at ] if command == :l && from != at
        end
        [ straight, corners ]
      end

      def towards(from, to, radius)
        length = Math.hypot(to[0] - from[0], to[1] - from[1])
        share = length.zero? ? 0 : [ radius, length / 2 ].min / length
        [ from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share ]
      end

      # The shapes moved by some way.
      def moved(shapes, x, y)
        shapes.map do |shape|
          numbers = shape.type == :path ? shape.numbers.map { |command, *rest|
            [ command, *rest.each_slice(2).flat_map { |a, b| [ a + x, b + y ] } ]
          } : [ shape.numbers[0] + x, shape.numbers[1] + y, *shape.numbers.drop(2) ]
          shape.at(numbers)
        end
      end
    end
  end
end
