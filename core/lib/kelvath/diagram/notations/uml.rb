# frozen_string_literal: true

module Kelvath
  module Diagram
    module Notations
      # UML 2.5.1 class diagrams (OMG formal/2017-12-05): 9.5 properties, 11.4 classes, 11.5 associations
      # with multiplicities and role names, composite aggregation for what identifies, 9.7 generalization sets.
      class Uml < Notation
        def title = "UML class"
        def bundles_subtypes? = true
        def dashed?(_link) = false

        def marks(link, points, crowd = Crowd.new({}, {}))
          return generalization(link, points, crowd) if link.kind == :subtype

          [ *multiplicities(link, points), *composition(link, points), *role(link, points, crowd) ]
        end

        def legend(cards, links)
          lines = links.reject { |link| link.kind == :subtype }
          [ *(Entry.new(small_card(:independent), "class: name, attributes with type") if cards.any?), *(Entry.new(
            sample({ solid: false }, points: [ [ 4, 14 ], [ 58, 14 ] ]),
            "association with multiplicities (1 where none stands)"
          ) if lines.any? { |link| !link.solid }),
            *(Entry.new(
              sample({}, points: [ [ 4, 14 ], [ 58, 14 ] ]), "composition: the part is identified by the whole"
            ) if lines.any? { |link| composed?(link) }), *(Entry.new(
              sample({ kind: :subtype }), "generalization"
            ) if links.any? { |link| link.kind == :subtype }),
            *(Entry.new([ ink.text(:card_text, 6, 14, "{id}") ],
                        "part of the identifier") if cards.any? { |card| card.key_rows.positive? }) ]
        end

        private

        def tag_width = 0
        def row_width(row) = PADDING * 2 + text_font.width(row.text + suffix(row), TEXT_SIZE)
        def title_text(card) = [ ink.text(:card_title, card.width / 2.0, 19, card.title, :middle) ]
        def ruled?(_card) = false

        # "name: Type [0..1] {id}"
        def fitted(row, width)
          row.saying(text_font.fit(row.text + suffix(row), TEXT_SIZE, width - PADDING * 2 + 1), "")
        end

        def suffix(row)
          type = row.detail.sub(/ ?may be empty\z/, "")
          [ (": #{type}" unless type.empty?), (" [0..1]" if row.optional), properties(row.tag) ].compact.join
        end

        def properties(tag)
          words = [ ("id" if tag.include?("PK")), *tag.scan(/AK\d+/).map { |key| "unique #{key[/\d+/]}" } ].compact
          words.empty? ? nil : " {#{words.join(', ')}}"
        end

        def row_texts(_card, row, y) = [ ink.text(:card_text, left, y, row.text) ]

        def face(card)
          [ ink.rect(:card_face, 0, 0, card.width, card.height),
            *(ink.path(:card_rule, [ :m, 0, top ], [ :l, card.width, top ]) if card.rows.any? || card.lines.any?) ]
        end

        def multiplicities(link, points)
          [ [ link.from_end, points[0], points[1], composed?(link) && link.parent_side == :from ],
            [ link.to_end, points[-1], points[-2], composed?(link) && link.parent_side == :to ] ]
            .select { |ends, *| ends }.map do |ends, tip, inner, diamond|
              letter(range(ends), tip, inner, diamond ? 20 : 6)
            end
        end

        def composed?(link) = link.solid && !link.parent_side.nil? && link.kind == :relationship

        # A filled diamond at the whole.
        def composition(link, points)
          return [] unless composed?(link)

          tip, inner = link.parent_side == :from ? [ points[0], points[1] ] : [ points[-1], points[-2] ]
          way = direction(tip, inner)
          [ ink.lines(:line_solid, [ tip, along(tip, way, 8, 5), along(tip, way, 16), along(tip, way, 8, -5) ],
                      closed: true) ]
        end

        # A role name stands at the parent's end: it is what the parent is to the child.
        def role(link, points, crowd)
          return [] if link.role.to_s.empty? || link.parent_side.nil?

          tip, inner = link.parent_side == :from ? [ points[0], points[1] ] : [ points[-1], points[-2] ]
          length = (inner[0] - tip[0]).abs + (inner[1] - tip[1]).abs
          place = crowd.choose(places_at(tip, direction(tip, inner), LabelPlaces.width(link.role), length))
          [ ink.text(:line_label, *place, link.role, :middle) ]
        end

        # Places beside a line's end, further and further away from its tip, as far as its first piece goes:
        # [[[x, y], Rect], …]
        def places_at(tip, way, width, length = 0)
          level = way[0].abs > way[1].abs
          distances = [ 14, 28, 42, *(60..[ length - 30, 300 ].min).step(24) ]
          distances.product([ 1, -1 ]).map do |distance, side|
            x, y = along(tip, way, level ? distance + (width / 2.0) : distance + 4)
            at = level ? [ x, y + (side.positive? ? 13 : -5) ] : [ x - (side * ((width / 2.0) + 9)), y + 4 ]
            [ at, LabelPlaces.rect(at, width) ]
          end
        end

        # A hollow triangle at the general class, and the constraint of the set.
        def generalization(link, points, crowd)
          way = direction(points[0], points[1])
          tip = points[0]
          triangle = ink.lines(:line_hollow, [ tip, along(tip, way, 13, 8), along(tip, way, 13, -8) ], closed: true)
          return [ triangle ] if link.complete.nil? || !crowd.first?(link.bundle || link.id)

          words = "{#{link.complete ? 'complete' : 'incomplete'}, #{link.exclusive ? 'disjoint' : 'overlapping'}}"
          place = crowd.choose(places_at(tip, way, text_font.width(words, 11) + 4))
          [ triangle, ink.text(:card_detail, *place, words, :middle) ]
        end
      end
    end
  end
end
