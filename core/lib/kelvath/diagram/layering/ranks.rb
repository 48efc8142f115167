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
        @edges = edges
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

      def slack(edge) = @edges[edge].then { |from, to| @ranks[to] - @ranks[from] - 1 }
      def other(edge, node) = @edges[edge].then { |from, to| from == node ? to : from }

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
          shift = @reached[@edges[edge][0]] == root ? slack(edge) : -slack(edge)
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
        from, to = @edges[edge]
        node = [ from, to ].find { |each| @reached[each] != root } or return
        @reached[node] = root
        nodes << node
        @tree[from] << edge
        @tree[to] << edge
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
        upper = below[@edges[edge][0]] # is the upper end of the edge on the node's side?
        entering = @edges.each_index.select do |each|
          from, to = @edges[each]
          upper ? below[to] && !below[from] : below[from] && !below[to]
        end.min_by { |each| slack(each) }
        return false unless entering

        move(below, upper ? -slack(entering) : slack(entering))
        @edges[edge].each { |each| @tree[each].delete(edge) }
        @edges[entering].each { |each| @tree[each] << entering }
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
          value = @edges[edge][0] == node ? sum[node] : -sum[node]
          worst, least = node, value if value < least
          sum[other(edge, node)] += sum[node]
        end
        worst
      end

      # { node => true } of those that hang on a node, without the edge that leads to it.
      def side(node, without)
        found = { node => true }
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

      def move(nodes, shift) = nodes.each_key { |node| @ranks[node] += shift }
    end
  end
end
