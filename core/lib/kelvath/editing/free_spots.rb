# frozen_string_literal: true

module Kelvath
  module Editing
    # Where the next card of a diagram can stand: left to right under the lowest row, the first at the origin.
    # It is kept with the draft, so that a thousand cards are not looked through for each of a thousand more.
    class FreeSpots
      # The spots of a diagram in a draft.
      def self.of(draft, diagram_id) = draft.scratch[[ self, diagram_id ]] ||= new(draft, diagram_id)

      def initialize(draft, diagram_id)
        @draft = draft
        @diagram_id = diagram_id
      end

      # [x, y] of the card that comes next.
      def take
        look unless @seen.equal?(nodes)
        return [ 0, 0 ] unless @lowest
        return [ @left, @lowest + Diagrams::CARD[1] + Diagrams::GAP ] if @in_row >= Diagrams::PER_ROW

        [ @right + Diagrams::CARD[0] + Diagrams::GAP, @lowest ]
      end

      # A card was put where #take said.
      def put(x, y)
        @in_row, @right = @lowest == y ? [ @in_row + 1, [ @right, x ].max ] : [ 1, x ]
        @left = [ @left || x, x ].min
        @lowest = y
        @seen = nodes
      end

      private

      def nodes = @draft.model.children(@diagram_id, :diagram_node)

      def look
        @lowest = nodes.map(&:y).max
        return unless @lowest

        row = nodes.select { |node| node.y > @lowest - Diagrams::CARD[1] }
        @in_row, @right = row.size, row.map(&:x).max
        @left = nodes.map(&:x).min
      end
    end
  end
end
