# frozen_string_literal: true

module Kelvath
  module Diagram
    module Notations
      # IDEF1X as FIPS PUB 184 (1993) draws it: names above boxes, key area above a rule, square corners
      # for independent and round ones for dependent entities; a dot at the child, with P, Z or a number
      # for its cardinality; a diamond at an optional parent; a circle with one or two bars for categories.
      class Idef1x < Notation
        HEAD = 18 # for the name above the box
        ROUND = 12
        DOT = 4.5
        DIAMOND = 6

        def title = "IDEF1X"
        def bundles_subtypes? = true
        def dashed?(link) = link.kind != :subtype && !link.solid && !non_specific?(link)

        # Lines from above come down beside the name.
        def core(card)
          { left: 0, right: card.width, top: HEAD, bottom: card.height,
            top_left: title_font.width(card.title, TITLE_SIZE) + 4 }
        end

        # "make / be made by": the parent's phrase first.
        def label(link)
          phrases = link.parent_side == :to ? [ link.inverse_label, link.label ] : [ link.label, link.inverse_label ]
          phrases.map(&:to_s).reject(&:empty?).join(" / ")
        end

        def marks(link, points, _crowd = nil)
          return category(link, points) if link.kind == :subtype
          return [ *dot(points, :from), *dot(points, :to), *letters(link, points, %i[from to]) ] if non_specific?(link)

          child = child_side(link)
          [ *dot(points, child), *letters(link, points, [ child ]), *optional_parent(link, points) ]
        end

        # What P, Z and the like say of the child's number.
        def letter_of((least, most))
          case [ least.to_i, most ]
          when [ 0, nil ] then nil
          when [ 1, nil ] then "P"
          when [ 0, 1 ] then "Z"
          else least.to_i == most ? most.to_s : "#{least.to_i}-#{most || 'n'}"
          end
        end

        def legend(cards, links)
          lines = links.reject { |link| link.kind == :subtype }
          [ *([ [ :independent, "independent entity" ], [ :dependent, "dependent entity" ] ].select { |kind, _|
            cards.any? { |card| dependent?(card) == (kind == :dependent) }
          }.map { |kind, words| Entry.new(small_card(kind), words) }),
            *(Entry.new(sample({}), "identifying; the dot marks the child") if lines.any?(&:solid)),
            *(Entry.new(sample({ solid: false }), "non-identifying") if lines.any? { |link| dashed?(link) }),
            *(Entry.new(
              sample({ solid: false, from_end: [ 0, 1 ] }), "the parent is optional"
            ) if lines.any? { |link| optional_parent?(link) }), *letter_entries(lines), *category_entries(links) ]
        end

        private

        def top = HEAD + 4
        def title_text(card) = [ ink.text(:card_title, 2, HEAD - 5, card.title) ]
        def tag_width = 0

        def row_width(row)
          PADDING * 2 + text_font.width(tagged(row), TEXT_SIZE) + 16 + text_font.width(row.detail, 11)
        end

        def fitted(row, width) = super(row.saying(tagged(row)), width)

        # The tags stand behind the name, as the standard wants them: "vessel-no (FK) (AK1)".
        def tagged(row)
          [ row.text, *row.tag.split(" ").reject { |tag| tag == "PK" }.map { |tag| "(#{tag})" } ].join(" ")
        end

        def row_texts(card, row, y)
          [ ink.text(:card_text, left, y, row.text),
            (ink.text(:card_detail, card.width - PADDING, y, row.detail, :end) unless row.detail.empty?) ].compact
        end

        def dependent?(card) = %i[dependent associative subtype].include?(card.kind)

        def face(card)
          [ ink.rect(:card_face, 0, HEAD, card.width, card.height - HEAD, dependent?(card) ? ROUND : 0),
            *(ink.path(:card_rule, [ :m, 0, rule_y(card) ], [ :l, card.width, rule_y(card) ]) if ruled?(card)) ]
        end

        def small_card(kind) = [ ink.rect(:card_face, 6, 1, 44, 18, kind == :dependent ? 6 : 0) ]
        def ends(points, side) = side == :from ? [ points[0], points[1] ] : [ points[-1], points[-2] ]
        def non_specific?(link) = link.kind == :relationship && link.parent_side.nil?

        # The dot touches the card from outside.
        def dot(points, side)
          tip, inner = ends(points, side)
          [ ink.circle(:line_solid, *along(tip, direction(tip, inner), DOT), DOT) ]
        end

        def letters(link, points, sides)
          sides.filter_map do |side|
            text = letter_of(side == :from ? link.from_end : link.to_end) or next
            letter(text, *ends(points, side), 10)
          end
        end

        def optional_parent?(link)
          link.parent_side && !link.solid && (link.parent_side == :from ? link.from_end : link.to_end)&.first.to_i.zero?
        end

        def optional_parent(link, points)
          return [] unless optional_parent?(link)

          tip, inner = ends(points, link.parent_side)
          way = direction(tip, inner)
          [ ink.lines(:line_hollow, [ tip, along(tip, way, DIAMOND, DIAMOND), along(tip, way, DIAMOND * 2),
                                      along(tip, way, DIAMOND, -DIAMOND) ], closed: true) ]
        end

        # The circle stands on the line from the generic entity, its bars towards the categories.
        def category(link, points)
          way = direction(points[0], points[1])
          centre = along(points[0], way, 14)
          bars = [ 22, *(26 if link.complete) ].map do |distance|
            ink.lines(:line_mark, [ along(points[0], way, distance, -10), along(points[0], way, distance, 10) ])
          end
          [ ink.circle(:line_hollow, *centre, 7), *bars, *(letter(link.discriminator, points[0], points[1], 14)
            .tap { |text| text.numbers[0] += 8 } if link.discriminator) ]
        end

        # At which ends a letter can stand: that of the child, or both.
        def lettered_ends(link)
          return [ link.from_end, link.to_end ] unless link.parent_side

          [ child_side(link) == :from ? link.from_end : link.to_end ]
        end

        def letter_entries(links)
          used = links.flat_map { |link| lettered_ends(link) }.compact.filter_map { |ends| letter_of(ends) }.uniq
          { "P" => "one or more", "Z" => "zero or one" }.slice(*used).map { |text, words|
            Entry.new([ ink.text(:line_letter, 28, 14, text) ], words)
          } +
            (used - %w[P Z]).first(1).map do |text|
              Entry.new([ ink.text(:line_letter, 28, 14, text) ], "exactly so many, or from-to")
            end
        end

        def category_entries(links)
          links.select { |link| link.kind == :subtype }.map { |link| link.complete ? true : false }.uniq
            .map do |complete|
            Entry.new(sample({ kind: :subtype, complete: }, points: [ [ 8, 10 ], [ 58, 10 ] ]),
                      complete ? "complete category" : "incomplete category")
          end
        end
      end
    end
  end
end
