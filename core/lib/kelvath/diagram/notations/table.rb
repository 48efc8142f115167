# frozen_string_literal: true

module Kelvath
  module Diagram
    module Notations
      # A table in any notation: square corners, a double top rule, columns in their order. One outside its design is
      # only sketched, in dashes.
      class Table < Notation
        def title = "Tables"

        # A small one for a legend.
        def legend_card = small_card(:table)

        private

        def face(card)
          [ ink.rect(card.outside ? :card_outside : :card_face, 0, 0, card.width, card.height),
            ink.path(:card_rule, [ :m, 0, 3.5 ], [ :l, card.width, 3.5 ]),
            *(ink.path(:card_hairline, [ :m, 0, top ], [ :l, card.width, top ]) if card.rows.any?) ]
        end
      end
    end
  end
end
