# frozen_string_literal: true

module Kelvath
  module Diagram
    module Notations
      # The base of the notations: measures and draws cards with rows, and says what stands on lines.
      class Notation
        include Ink

        TITLE_SIZE = 13
        TEXT_SIZE = 12
        TITLE_HEIGHT = 28
        ROW_HEIGHT = 18
        LINE_HEIGHT = 15
        PADDING = 10
        TAG_WIDTH = 48
        LEAST_WIDTH = 150
        DEFINED_WIDTH = 190
        MOST_WIDTH = 380
        MOST_LINES = 3
        # Who reads a legend: [shapes of a sample 60 wide and 20 high, words].
        Entry = Struct.new(:shapes, :words) { undef_method :to_a } # so that *(entry if …) is one entry

        # What a person calls it.
        def title = raise(NotImplementedError)

        # Sets width, height and core of a card that has its contents and its least width. most: the greatest width it
        # may have, if there is one.
        def measure(card, most: nil)
          card.width = [ card.width, [ usual_width(card), most ].compact.min ].max.ceil
          card.lines = card.lines.flat_map do |text|
            text_font.wrap(text, 11.5, card.width - left - PADDING, most: MOST_LINES)
          end
          card.title = title_font.fit(card.title, TITLE_SIZE, card.width - left - PADDING + 1)
          card.height = top + (card.rows.any? ? rows_height(card) : lines_height(card))
          card.core = core(card)
        end

        # The rows of a measured card, cut to its width: only who draws it needs them so.
        def fitted_rows(card) = card.rows.map { |row| fitted(row, card.width) }

        # The shapes of a measured card, from its upper left corner.
        def draw(card) = [ *face(card), *texts(card) ]

        # The part of a card that lines reach, if not all of it.
        def core(_card) = nil

        # What a layout leaves free around a card beyond the usual, across and down, for what stands on lines.
        def room = [ 0, 0 ]

        # Do its marks on a line need to know where those of other lines are?
        def places_symbols? = false

        # Drawing units between level lines that run side by side.
        def lane_step = LanePass::STEP

        # Shapes on a line beside its path: ends, letters, symbols in the middle. points: of the route; crowd: a
        # Crowd that knows where symbols can stand.
        def marks(_link, _points, _crowd = nil) = []

        # Is the line drawn in dashes?
        def dashed?(link) = !link.solid

        # The text along a line, or nothing.
        def label(link) = link.label

        # Do the lines of one subtype group leave by one point and run together?
        def bundles_subtypes? = false

        # Entries for what a scene shows. cards and links: what is on it.
        def legend(_cards, _links) = []

        private

        # Inks are asked for by short names within a notation.
        def ink = Ink

        def title_font = Font.weight(600)
        def text_font = Font.weight(400)
        def left = PADDING
        def top = TITLE_HEIGHT

        def usual_width(card)
          least = card.rows.any? ? LEAST_WIDTH : (card.lines.any? ? DEFINED_WIDTH : 0)
          [ least, left + PADDING + title_font.width(card.title, TITLE_SIZE),
            *card.rows.map { |row| row_width(row) } ].max.clamp(0, MOST_WIDTH)
        end

        def row_width(row)
          left + tag_width + text_font.width(row.text, TEXT_SIZE) + 16 + text_font.width(row.detail, 11) + PADDING
        end

        def tag_width = TAG_WIDTH - PADDING

        # What the name leaves to the type, at least 45 %; then the name in what is left.
        def fitted(row, width)
          room = width - left - tag_width - PADDING
          detail = text_font.fit(row.detail, 11, [ room * 0.45, room - 10 - text_font.width(row.text, TEXT_SIZE) ].max)
          row.saying(text_font.fit(row.text, TEXT_SIZE, room - (detail.empty? ? 0 : 10) - text_font.width(detail, 11)),
                     detail)
        end

        def rows_height(card) = card.rows.size * ROW_HEIGHT + (ruled?(card) ? 16 : 8)
        def lines_height(card) = card.lines.empty? ? 8 : card.lines.size * LINE_HEIGHT + 10

        # Does a rule part the key from the rest?
        def ruled?(card) = card.key_rows.positive? && card.key_rows < card.rows.size

        def row_y(card, index) = top + 15 + index * ROW_HEIGHT + (ruled?(card) && index >= card.key_rows ? 8 : 0)
        def rule_y(card) = top + 4 + card.key_rows * ROW_HEIGHT

        def face(card) = [ ink.rect(:card_face, 0, 0, card.width, card.height) ]

        def texts(card)
          lines = card.lines.each_with_index.map do |line, index|
            ink.text(:card_line, left, top + 10 + index * LINE_HEIGHT, line)
          end
          rows = card.rows.each_with_index.flat_map { |row, index| row_texts(card, row, row_y(card, index)) }
          [ *title_text(card), *lines, *rows ]
        end

        def title_text(card) = [ ink.text(:card_title, left, 19, card.title), *decided(card, 15) ]

        # The mark of what was decided by hand, before what is written at that height.
        def decided(what, y)
          what.decided ? [ ink.lines(:card_decided, [ [ 2, y ], [ 4.5, y - 2.5 ], [ 7, y ], [ 4.5, y + 2.5 ] ],
                                     closed: true) ] : []
        end

        def row_texts(card, row, y)
          [ *decided(row, y - 4), (ink.text(:card_tag, left, y - 1, row.tag) unless row.tag.empty?),
            ink.text(:card_text, left + tag_width, y, row.text),
            (ink.text(:card_detail, card.width - PADDING, y, row.detail, :end) unless row.detail.empty?) ].compact
        end

        # The unit vector from a line's end inwards.
        def direction(tip, inner)
          length = Math.hypot(inner[0] - tip[0], inner[1] - tip[1])
          length.zero? ? [ 1.0, 0.0 ] : [ (inner[0] - tip[0]) / length, (inner[1] - tip[1]) / length ]
        end

        # The point some way along from the tip, and aside (to the right of the direction).
        def along((x, y), (dx, dy), distance, aside = 0)
          [ x + dx * distance - dy * aside, y + dy * distance + dx * aside ]
        end

        # A letter beside a line's end: [x, y] where its baseline begins, and the anchor.
        def beside(tip, direction, distance)
          x, y = along(tip, direction, distance)
          if direction[0].abs > direction[1].abs
            [ x, y - 5, direction[0].positive? ? :start : :end ]
          else
            [ x + 6, y + (direction[1].positive? ? 8 : 0), :start ]
          end
        end

        def letter(text, tip, inner, distance)
          x, y, anchor = beside(tip, direction(tip, inner), distance)
          ink.text(:line_letter, x, y, text, anchor)
        end

        # The middle of the longest piece, and whether that piece is level.
        def middle(points)
          one, two = points.each_cons(2).max_by { |a, b| (a[0] - b[0]).abs + (a[1] - b[1]).abs }
          [ [ (one[0] + two[0]) / 2.0, (one[1] + two[1]) / 2.0 ], (one[1] - two[1]).abs < 1, points.index(one) ]
        end

        # Does an end ask for another number than none, one or many?
        def counted?((least, most)) = least.to_i > 1 || most.to_i > 1

        # "1", "0..1", "0..*", "2..5"
        def range((least, most))
          least.to_i == most ? most.to_s : (least.to_i.zero? && most.nil? ? "*" : "#{least.to_i}..#{most || '*'}")
        end

        # Which end of a link is the child's: :from, :to or nil.
        def child_side(link) = link.parent_side && (link.parent_side == :from ? :to : :from)

        def sample(link_options, points: [ [ 4, 10 ], [ 58, 10 ] ])
          link = Scene::Link.new(kind: :relationship, from_end: [ 1, 1 ], to_end: [ 0, nil ], solid: true, label: "",
                                 parent_side: :from, **link_options)
          [ ink.lines(dashed?(link) ? :line_open : :line, points), *marks(link, points) ]
        end

        def small_card(kind, title = "")
          card = Cards::Card.new(kind:, title:, lines: [], rows: [], key_rows: 0, width: 44)
          measure(card)
          card.height = 18
          ink.moved(face(card), 6, 1)
        end
      end
    end
  end
end
