# frozen_string_literal: true

module Kelvath
  module Diagram
    # The layers of nodes so that edges are as short in sum as they can be, hence the fewest bends and crossings: the
    # network simplex of Gansner, Koutsofios, North and Vo (1993). A tree of edges that span one layer holds the nodes;
    # an edge of the tree that would be better longer leaves it for one that becomes as short as possible.
    class Ranks
      TURNS = 4 # for each node, at most: turns that gain nothing could go in a circle

      # ranks: the layer of each node by number, every edge at least one long; edges: [[upper, lower], …], no circle.
      def initialize(ranks, edges)
        @ranks = ranks.dup
        @from, @to = edges.map(&:first), edges.map(&:last)
        @touching = Array.new(ranks.size) { [] }
        edges.each_with_index { |(from, to), edge| @touching[from] << edge; @touching[to] << edge }
        # How many more edges leave a node than reach it: over all nodes on one side of an edge of the tree, what
        # would be gained by each layer that this side moves.
        @balance = Array.new(ranks.size, 0)
        edges.each { |from, to| @balance[from] += 1; @balance[to] -= 1 }
      end

      # The layers, the least 0.
      def shortest
        grow_tree
        (TURNS * @ranks.size).times { exchange or break }
        least = @ranks.min.to_i
        @ranks.map { |rank| rank - least }
      end

      private

      def slack(edge) = @ranks[@to[edge]] - @ranks[@from[edge]] - 1
      def other(edge, node) = @from[edge] == node ? @to[edge] : @from[edge]

      # A tree for each connected part.
      def grow_tree
        @tree = Array.new(@ranks.size) { [] } # edges of the tree at each node
        @reached = Array.new(@ranks.size)
        @roots = @ranks.each_index.select do |root|
          grow_from(root) unless @reached[root]
        end
      end

      def grow_from(root)
        nodes = [ root ]
        @reached[root] = root
        at = 0
        loop do
          at = reach_all(nodes, root, at)
          edge = nearest(nodes, root) or return true
          # The tree moves to where the nearest of the edges that leave it is one long.
          shift = @reached[@from[edge]] == root ? slack(edge) : -slack(edge)
          nodes.each { |node| @ranks[node] += shift }
          join(edge, nodes, root)
        end
      end

      def reach_all(nodes, root, at)
        while at < nodes.size
          @touching[nodes[at]].each { |edge| join(edge, nodes, root) if slack(edge).zero? }
          at += 1
        end
        at
      end

      # Takes the end that is not of the tree into it.
      def join(edge, nodes, root)
        node = [ @from[edge], @to[edge] ].find { |each| @reached[each] != root } or return
        @reached[node] = root
        nodes << node
        @tree[@from[edge]] << edge
        @tree[@to[edge]] << edge
      end

      def nearest(nodes, root)
        best = least = nil
        nodes.each do |node|
          @touching[node].each do |edge|
            next if @reached[other(edge, node)] == root

            length = slack(edge)
            best, least = edge, length if least.nil? || length < least
          end
        end
        best
      end

      # One step: whether there was one to take.
      def exchange
        order, parent = walk
        node = leaving(order, parent) or return false
        edge = parent[node]
        below = side(node, edge)
        upper = below[@from[edge]] # is the upper end of the edge on the node's side?
        entering = upper ? shortest_between(@to, @from, below) : shortest_between(@from, @to, below)
        return false unless entering

        move(below, upper ? -slack(entering) : slack(entering))
        [ @from[edge], @to[edge] ].each { |each| @tree[each].delete(edge) }
        [ @from[entering], @to[entering] ].each { |each| @tree[each] << entering }
      end

      # The first of the shortest edges of which one end is among some nodes and the other is not; nil if there is none.
      def shortest_between(inner, outer, nodes)
        best = least = nil
        inner.each_with_index do |node, edge|
          next if !nodes[node] || nodes[outer[edge]]

          length = slack(edge)
          best, least = edge, length if least.nil? || length < least
        end
        best
      end

      # [nodes from the roots outwards, the edge of the tree that leads to each].
      def walk
        order, parent = @roots.dup, Array.new(@ranks.size)
        order.each do |node|
          @tree[node].each do |edge|
            next if edge == parent[node]

            next_node = other(edge, node)
            parent[next_node] = edge
            order << next_node
          end
        end
        [ order, parent ]
      end

      # The node whose edge towards the root costs most by being short.
      def leaving(order, parent)
        sum = @balance.dup
        worst, least = nil, 0
        order.reverse_each do |node|
          edge = parent[node] or next
          value = @from[edge] == node ? sum[node] : -sum[node]
          worst, least = node, value if value < least
          sum[other(edge, node)] += sum[node]
        end
        worst
      end

      # Whether each node, by number, hangs on one, without the edge that leads to that.
      def side(node, without)
        found = Array.new(@ranks.size, false)
        found[node] = true
        waiting = [ [ node, without ] ]
        while (here, came = waiting.pop)
          @tree[here].each do |edge|
            next if edge == came

            found[other(edge, here)] = true
            waiting << [ other(edge, here), edge ]
          end
        end
        found
      end

      def move(nodes, shift) = @ranks.each_index { |node| @ranks[node] += shift if nodes[node] }
    end
  end
end
