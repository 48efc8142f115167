# frozen_string_literal: true

module Kelvath
  module Diagram
    module Notations
      # Chen's entity-relationship diagram (ACM TODS 1, 1976): rectangles, diamonds, ovals; 1, N and M on
      # the lines. Double outlines for what is weak, underlined keys, a double line where every
      # occurrence must take part and the circle of specialisation: as in Elmasri and Navathe's extension.
      class Chen < Notation
        OVAL = 24 # high
        GAP = 6
        DIAMOND = [ 30, 18 ].freeze # half of its width and height at least
        NAME_HEIGHT = 34

        def title = "Chen"
        def bundles_subtypes? = true
        def dashed?(_link) = false
        def label(_link) = nil

        # A rectangle with the name; attributes as ovals to the right of it, on stalks.
        def measure(card, most: nil)
          title_width = title_font.width(card.title, TITLE_SIZE) + 28
          card.lines = card.lines.flat_map do |text|
            text_font.wrap(text, 11.5, [ title_width, DEFINED_WIDTH ].max - 20, most: MOST_LINES)
          end
          box = [ title_width, card.lines.any? ? DEFINED_WIDTH : 90, card.rows.any? ? 0 : card.width ].max.ceil
          ovals = oval_widths(card)
          card.width = ovals.empty? ? box : box + 22 + ovals.max
          card.height = [ NAME_HEIGHT + card.lines.size * LINE_HEIGHT + (card.lines.any? ? 6 : 0),
                          card.rows.size * (OVAL + GAP) - GAP ].max
          face = NAME_HEIGHT + card.lines.size * LINE_HEIGHT + (card.lines.any? ? 6 : 0)
          card.core = { left: 0, right: box, top: (card.height - face) / 2.0, bottom: (card.height + face) / 2.0 }
        end

        def fitted_rows(card) = card.rows

        def draw(card) = [ *ovals_of(card, card.core[:right]), *rectangle(card, card.core[:right]) ]

        def places_symbols? = true
        def lane_step = DIAMOND[1] + 6 # so that no line runs through a diamond on the one beside it
        def room = [ 30, 80 ]

        def marks(link, points, crowd = Crowd.new({}, {}))
          return specialisation(link, points) if link.kind == :subtype

          words = link.label.to_s.empty? ? "" : text_font.fit(link.label, 11, 110)
          half = [ DIAMOND[0], text_font.width(words, 11) / 2 + 22 ].max
          centre, index = free_place(link, points, half, crowd)
          [ *total(points, link, centre, index), *numbers(link, points), *diamond(link, centre, words, half) ]
        end

        def legend(cards, links)
          lines = links.reject { |link| link.kind == :subtype }
          [ *(Entry.new(small(false), "entity") if cards.any?),
            *(Entry.new(small(true), "weak entity: identified through another") if cards.any? { |card| weak?(card) }),
            *(Entry.new([ ink.ellipse(:card_face, 30, 10, 26, 9) ],
                        "attribute; underlined: identifies") if cards.any? { |card| card.rows.any? }),
            *(Entry.new(small_diamond(false), "relationship") if lines.any? { |link| !link.solid }),
            *(Entry.new(small_diamond(true), "identifying relationship") if lines.any?(&:solid)),
            *(Entry.new(double([ [ 4, 10 ], [ 58, 10 ] ]),
                        "each occurrence takes part") if lines.any? { |link| must?(link) }),
            *(Entry.new([ ink.circle(:line_hollow, 30, 10, 8), ink.text(:line_letter, 30, 14, "d", :middle) ],
                        "specialisation: d disjoint, o overlapping") if links.any? { |link| link.kind == :subtype }) ]
        end

        private

        def weak?(card) = %i[dependent associative].include?(card.kind)

        def rectangle(card, box)
          height = NAME_HEIGHT + card.lines.size * LINE_HEIGHT + (card.lines.any? ? 6 : 0)
          top = (card.height - height) / 2.0
          [ ink.rect(:card_face, 0, top, box, height), *(ink.rect(:card_inner, 3, top +
            3, box - 6, height - 6) if weak?(card)), ink.text(:card_title, box / 2.0, top + 21, card.title, :middle),
            *card.lines.each_with_index.map do |line, index|
              ink.text(:card_line, box / 2.0, top + NAME_HEIGHT + 6 + index * LINE_HEIGHT, line, :middle)
            end ]
        end

        def oval_widths(card) = card.rows.map { |row| (text_font.width(row.text, TEXT_SIZE) + 26).ceil }

        def ovals_of(card, box)
          widths = oval_widths(card)
          middle = card.height / 2.0
          card.rows.each_with_index.flat_map do |row, index|
            y = index * (OVAL + GAP) + OVAL / 2.0 + (card.height - card.rows.size * (OVAL + GAP) + GAP) / 2.0
            x = box + 22 + widths[index] / 2.0
            [ ink.lines(:card_rule, [ [ box, middle ], [ box + 22, y ] ]), ink.ellipse(
              :card_face, x, y, widths[index] / 2.0, OVAL / 2.0
            ), ink.text(row.tag.include?("PK") ? :card_key : :card_text, x, y + 4, row.text, :middle) ]
          end
        end

        # 1 and N stand at the end they count; two N's of one line are N and M.
        def numbers(link, points)
          return [] unless link.from_end && link.to_end

          both = link.from_end.last.nil? && link.to_end.last.nil?
          [ letter(number(link.from_end, "N"), points[0], points[1], 8),
            letter(number(link.to_end, both ? "M" : "N"), points[-1], points[-2], 8) ]
        end

        def number(ends, many)
          return range(ends) if counted?(ends)

          ends.last.nil? ? many : ends.last.to_s
        end

        SHARES = [ 0.5, 0.38, 0.62, 0.26, 0.74, 0.14, 0.86 ].freeze

        # [point, index of its piece]: of the places along the line, from the middle of the longest piece on,
        # the one where the diamond lies on the fewest others, cards and lines.
        def free_place(link, points, half, crowd)
          pieces = points.each_cons(2).each_with_index.sort_by { |(a, b), _| -((a[0] - b[0]).abs + (a[1] - b[1]).abs) }
          spots = pieces.product(SHARES).map do |((a, b), index), share|
            [ [ a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share ], index ]
          end
          outline = ->((x, y)) { Rect.new(x - half, y - DIAMOND[1], half * 2, DIAMOND[1] * 2) }
          found = spots.each_with_index.min_by { |(spot, _), rank| [ crowd.weight(outline[spot], link.id), rank ] }
                                       .first
          found.tap { |spot, _| crowd.take(outline[spot]) }
        end

        def diamond(link, (x, y), words, half)
          outline = ->(style, inset) { ink.lines(style, [ [ x - half + inset * 2, y ], [ x, y - DIAMOND[1] +
            inset ], [ x + half - inset * 2, y ], [ x, y + DIAMOND[1] - inset ] ], closed: true) }
          [ outline[:card_face, 0], *(outline[:card_inner, 3] if link.solid),
            ink.text(:card_detail, x, y + 4, words, :middle) ]
        end

        def must?(link) = [ link.from_end, link.to_end ].compact.any? { |ends| ends.first.to_i.positive? }

        # An end's entity takes part wholly when the other end's least is one or more.
        def total(points, link, centre, index)
          [ [ link.to_end, [ *points[0..index], centre ] ], [ link.from_end, [ centre, *points[(index + 1)..] ] ] ]
            .select { |ends, _| ends && ends.first.to_i.positive? }.flat_map { |_, piece| double(piece) }
        end

        def double(points) = [ ink.lines(:line_wide, points), ink.lines(:line_gap, points) ]

        def specialisation(link, points)
          way = direction(points[0], points[1])
          x, y = along(points[0], way, 20)
          [ *(double([ points[0], along(points[0], way, 12) ]) if link.complete), ink.circle(:line_hollow, x, y, 8),
            ink.text(:line_letter, x, y + 4, link.exclusive ? "d" : "o", :middle) ]
        end

        def small(weak) = [ ink.rect(:card_face, 8, 1, 44, 18), *(ink.rect(:card_inner, 11, 4, 38, 12) if weak) ]

        def small_diamond(double)
          outline = ->(style, inset) { ink.lines(style, [ [ 6 + inset * 2, 10 ], [ 30, 1 + inset ],
                                                          [ 54 - inset * 2, 10 ], [ 30, 19 - inset ] ], closed: true) }
          [ outline[:card_face, 0], *(outline[:card_inner, 3] if double) ]
        end
      end
    end
  end
end
