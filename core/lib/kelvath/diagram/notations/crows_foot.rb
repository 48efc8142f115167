# frozen_string_literal: true

module Kelvath
  module Diagram
    module Notations
      # Crow's foot lines (Everest 1976) between cards whose spine tells their kind: plain, hatched for
      # dependent, notched for associative, stepped for subtypes.
      class CrowsFoot < Notation
        SPINE = 8

        def title = "Crow's foot"
        def bundles_subtypes? = true

        def marks(link, points, _crowd = nil)
          return subtype_marks(link, points) if link.kind == :subtype

          [ [ points[0], points[1], link.from_end ], [ points[-1], points[-2], link.to_end ] ].select(&:last)
            .flat_map { |tip, inner, ends|
              [ *EndMarks.shapes(tip, inner, *ends), *(letter(range(ends), tip, inner, 24) if counted?(ends)) ]
            }
        end

        def dashed?(link) = link.kind != :subtype && !link.solid

        def legend(cards, links)
          [ *kinds(cards), *ends(links), *(Entry.new(
            sample({ solid: true }), "the child is identified by its parent"
          ) if links.any? { |link| link.kind != :subtype && link.solid }),
            *(Entry.new(
              sample({ solid: false }), "the child has an identifier of its own"
            ) if links.any? { |link| link.kind != :subtype && !link.solid }),
            *(Entry.new(
              [ ink.text(:line_letter, 6, 14, "2..4") ], "so many at least and at most"
            ) if links.any? { |link| [ link.from_end, link.to_end ].compact.any? { |ends| counted?(ends) } }),
            *(Entry.new(
              subtype_sample, "subtypes: x one at most; double bar: each is one"
            ) if links.any? { |link| link.kind == :subtype }) ]
        end

        KINDS = { independent: "independent entity", dependent: "dependent entity", associative: "associative entity",
                  subtype: "subtype", table: "table" }.freeze
        ENDS = { [ 1, 1 ] => "exactly one", [ 0, 1 ] => "at most one", [ 1, nil ] => "at least one",
                 [ 0, nil ] => "any number" }.freeze

        private

        def left = SPINE + PADDING

        def face(card)
          [ ink.rect(:card_face, 0, 0, card.width, card.height, 4), *spine(card),
            *(ink.path(:card_hairline, [ :m, SPINE, top ], [ :l, card.width, top ]) if card.rows.any?),
            *(ink.path(:card_rule, [ :m, SPINE, rule_y(card) ], [ :l, card.width, rule_y(card) ]) if ruled?(card)) ]
        end

        # The outline of a spine with a notch every so often.
        def notched(height)
          notches = (12...height.to_i).step(12).flat_map { |y| [ [ 7, y - 3 ], [ 3, y ], [ 7, y + 3 ] ] }
          [ [ 0, 0 ], [ 7, 0 ], *notches, [ 7, height ], [ 0, height ] ]
        end

        def spine(card)
          height = card.height
          case card.kind
          when :dependent then [ ink.rect(:spine_ground, 0, 0, 7, height, 2), hatch(height) ]
          when :associative then [ ink.lines(:spine, notched(height), closed: true) ]
          when :subtype then [ ink.lines(:spine, [ [ 0, 0 ], [ 7, 0 ], *steps(height), [ 0, height ] ], closed: true) ]
          else [ ink.rect(:spine, 0, 0, 5, height, 2) ]
          end
        end

        def steps(height)
          levels = (10...height.to_i).step(10).to_a
          wide = levels.each_with_index.flat_map do |y, index|
            index.even? ? [ [ 7, y ], [ 3, y ] ] : [ [ 3, y ], [ 7, y ] ]
          end
          [ *wide, [ levels.size.odd? ? 3 : 7, height ] ]
        end

        # Slanted strokes within the spine.
        def hatch(height)
          strokes = (0..(height.to_i - 7)).step(6).flat_map { |y| [ [ :m, 0, y + 6 ], [ :l, 6.5, y ] ] }
          ink.path(:spine_hatch, *strokes)
        end

        # Where a group's lines leave the supertype: a half round, with a cross if it is exclusive and a
        # second bar if it is complete.
        def subtype_marks(link, points)
          way = direction(points[0], points[1])
          at = ->(distance, aside) { along(points[0], way, distance, aside) }
          bars = [ [ 8, 0 ], *([ [ 12, 0 ] ] if link.complete) ].map do |distance, _|
            ink.lines(:line_mark, [ at[distance, -8], at[distance, 8] ])
          end
          cross = link.exclusive ? [ ink.lines(:line_mark, [ at[16, -4], at[24, 4] ]),
                                     ink.lines(:line_mark, [ at[16, 4], at[24, -4] ]) ] : []
          [ *bars, *cross ]
        end

        def subtype_sample = sample({ kind: :subtype, complete: true, exclusive: true })

        def kinds(cards)
          cards.map(&:kind).uniq.select { |kind| KINDS.key?(kind) }.map do |kind|
            Entry.new(kind == :table ? Notations::TABLE.legend_card : small_card(kind), KINDS[kind])
          end
        end

        def ends(links)
          used = links.reject { |link| link.kind == :subtype }.flat_map { |link| [ link.from_end, link.to_end ] }
            .compact.map { |least, most| [ least.to_i.clamp(0, 1), most == 1 ? 1 : nil ] }.uniq
          ENDS.slice(*used).map { |ends, words| Entry.new(sample({ from_end: nil, to_end: ends }), words) }
        end
      end
    end
  end
end
