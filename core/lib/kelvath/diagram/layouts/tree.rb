# frozen_string_literal: true

module Kelvath
  module Diagram
    module Layouts
      # A tree from each card that depends on nothing: children stand below their first parent, a
      # parent over the middle of its children. Lines that are not of the tree run across.
      class Tree < Layout
        title "As a tree"
        DROP = 70

        def places
          by_parts { |ids| part(ids) }
        end

        private

        def part(ids)
          member = ids.to_h { |id| [ id, true ] }
          down = inner_links.select { |from, _| member.key?(from) }.uniq
          @below = Hash.new { |hash, id| hash[id] = [] }
          roots = spanning(ids, down)
          @places = {}
          @row_tops = row_tops(roots)
          @right = 0
          roots.each { |root| put(root, 0) }
          @places
        end

        # Each card under the parent by which it is reached first, from the roots on. Answers the roots.
        def spanning(ids, down)
          children = down.group_by(&:first).transform_values { |list| list.map(&:last) }
          free = ids - down.map(&:last)
          seen = Set.new
          roots = []
          [ *free.sort_by { |id| name(id) },
            *ids.sort_by { |id| [ -children.fetch(id, []).size, id ] } ].each do |start|
            next unless seen.add?(start)

            roots << start
            spread(start, children, seen)
          end
          roots
        end

        def spread(start, children, seen)
          waiting = [ start ]
          while (id = waiting.shift)
            children.fetch(id, []).sort_by { |child| name(child) }.each do |child|
              next unless seen.add?(child)

              @below[id] << child
              waiting << child
            end
          end
        end

        # { depth => y }: a row begins under the highest card of the row above.
        def row_tops(roots)
          tops = { 0 => 0 }
          row = roots
          depth = 0
          until row.empty?
            tops[depth + 1] = tops[depth] + row.map { |id| size(id)[1] }.max + DROP
            row = row.flat_map { |id| @below.key?(id) ? @below[id] : [] }
            depth += 1
          end
          tops
        end

        # Places a card and all below it; answers its middle. @right: where the next free column begins.
        def put(id, depth)
          width = size(id)[0]
          begin_at = @right
          middles = (@below.key?(id) ? @below[id] : []).map { |child| put(child, depth + 1) }
          middle = middles.empty? ? begin_at + width / 2.0 :
                     [ (middles.first + middles.last) / 2.0, begin_at + width / 2.0 ].max
          @places[id] = [ middle - width / 2.0, @row_tops[depth] ]
          @right = [ @right, middle + width / 2.0 + GAP * 0.8 ].max
          middle
        end
      end
    end
  end
end
