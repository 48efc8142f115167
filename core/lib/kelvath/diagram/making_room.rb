# frozen_string_literal: true

module Kelvath
  module Diagram
    # When cards grow, what stands in their way gives way: what is below goes down, what is beside goes to the right,
    # each no further than it must. Pinned cards stay.
    class MakingRoom
      GAP = 24 # drawing units that are kept between two, or what was between them if that was less
      MOST = 40 # cards that grow at once; who changes more lays the diagram out
      REACH = 1200 # drawing units above and to the left of a card within which another one can reach it
      WRITTEN = %i[entity attribute identifier relationship subtype_group table column key foreign_key].freeze
      MOVES = 400 # times that a card pushes others, in one diagram

      # The change with the moves that follow from it.
      def self.complete(change, model)
        return change unless grows?(change)

        after = change.apply(model)
        moves = new(model, after, change.touched_ids.to_set).moves
        return change if moves.empty?

        moves.reduce(change) do |all, (id, (x, y))|
          all + ChangeSet.set(after.fetch(id), x: x.to_f, y: y.to_f)
        end
      end

      # Can it make a card larger that stands somewhere?
      def self.grows?(change)
        elements = change.additions.size + change.updates.size + change.removals.size
        elements.between?(1, 400) &&
          (change.updates.any? || change.additions.any? { |element| WRITTEN.include?(element.kind) })
      end
      private_class_method :grows?

      # touched: ids of what the change itself says; where it puts a card, that card stays.
      def initialize(before, after, touched)
        @before = before
        @after = after
        @touched = touched
        @cards = {}
        @moved = {}
        @stood = {}
      end

      # { diagram node id => [x, y] }
      def moves
        all, usual = affected(said: true), affected(said: false)
        return {} if all.size > MOST

        all.flat_map { |id| @after.referrers(id, :diagram_node) }.each do |node|
          style = Style.of(@after.fetch(node.parent_id))
          make_room(node, style) if style.definitions? || usual.include?(node.element_id)
        end
        @moved
      end

      private

      def affected(said:)
        %w[logical physical].flat_map { |stage| Affected.between(@before, @after, stage, said:).to_a }.uniq
      end

      def make_room(node, style)
        return if @before[node.id].nil? || @before[node.element_id].nil?

        now, was = sized(node, style), stood(node, style)
        push(node.parent_id, style, node.id, was, now) if now.height > was.height || now.width > was.width
      end

      # What stood clear of a rect and no longer does gives way, and then what stands in its way in turn.
      def push(diagram_id, style, node_id, was, now)
        waiting = [ [ node_id, was, now ] ]
        MOVES.times do
          id, old, fresh = waiting.shift || break
          neighbours(diagram_id, style, [ id, node_id ], fresh).each do |node, rect|
            stood = stood(node, style)
            place = way_out(rect, stood, old, fresh) or next
            @moved[node.id] = place
            waiting << [ node.id, stood, Rect.new(*place, rect.width, rect.height) ]
          end
        end
      end

      # [[node, rect], …] of the cards near a rect that may be moved; but: ids of those that may not.
      def neighbours(diagram_id, style, but, rect)
        @after.children(diagram_id, :diagram_node).filter_map do |node|
          x, y = @moved.fetch(node.id) { [ node.x, node.y ] }
          next if but.include?(node.id) || node.pinned || @touched.include?(node.id)
          next unless x.between?(rect.left - REACH, rect.right + GAP) && y.between?(rect.top - REACH, rect.bottom + GAP)

          [ node, sized(node, style) ]
        end
      end

      # Where a card goes that stood at one place and now is in the way of another one, which was old and is fresh; nil
      # if it is not. Who gives way to whom is told by where the two stood, so that none pushes back.
      def way_out(rect, stood, old, fresh)
        below = stood.top - old.bottom
        beside = stood.left - old.right
        if below >= 0 && fresh.left < rect.right && rect.left < fresh.right
          down = fresh.bottom + [ below, GAP ].min - rect.top
          [ rect.x, (rect.y + down).round(1) ] if down.positive?
        elsif beside >= 0 && fresh.top < rect.bottom && rect.top < fresh.bottom
          right = fresh.right + [ beside, GAP ].min - rect.left
          [ (rect.x + right).round(1), rect.y ] if right.positive?
        end
      end

      # Where a card is by now, as large as it is after the change.
      def sized(node, style)
        card = measured(@after, node, style)
        Rect.new(*@moved.fetch(node.id) { [ node.x, node.y ] }, card.width, card.height)
      end

      # Where and how large it was before the change.
      def stood(node, style)
        @stood[node.id] ||= begin
          old = @before[node.id]
          model = old && @before[old.element_id] ? @before : @after
          model[node.id].then { |place| at(place, measured(model, place, style)) }
        end
      end

      def at(node, card) = Rect.new(node.x, node.y, card.width, card.height)

      def measured(model, node, style)
        cards = @cards[[ model.object_id, style ]] ||= Cards.new(model, style)
        cards.measured(model[node.element_id], width: node.width)
      end
    end
  end
end
