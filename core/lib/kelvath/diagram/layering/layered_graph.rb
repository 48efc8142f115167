# frozen_string_literal: true

module Kelvath
  module Diagram
    # A graph made fit for drawing in layers (Sugiyama, Tagawa and Toda, 1981): circles cut open,
    # every node given a layer, long edges broken into steps by unseen nodes.
    class LayeredGraph
      # Neighbours of a node, by number: above[n] and below[n] list numbers in the next layers.
      attr_reader :layers, :above, :below, :widths, :heights, :ids

      # sizes: { id => [width, height] }; links: [[upper id, lower id], …]
      def initialize(sizes, links)
        @ids = sizes.keys
        @widths = sizes.values.map(&:first)
        @heights = sizes.values.map(&:last)
        numbers = @ids.each_with_index.to_h
        pairs = links.map { |from, to| [ numbers.fetch(from), numbers.fetch(to) ] }.reject { |from, to| from == to }
          .uniq
        @edges = acyclic(pairs)
        @layer = Ranks.new(longest_paths, @edges).shortest
        break_long_edges
      end

      # Is it a card, not a bend of a long edge?
      def card?(number) = number < @ids.size

      private

      # Edges that would close a circle are turned round (depth first, in order of numbers).
      def acyclic(pairs)
        outgoing = Hash.new { |hash, number| hash[number] = [] }
        pairs.each { |from, to| outgoing[from] << to }
        state = {}
        turned = Set.new
        @ids.each_index { |start| visit(start, outgoing, state, turned) unless state[start] }
        pairs.map { |from, to| turned.include?([ from, to ]) ? [ to, from ] : [ from, to ] }.uniq
      end

      def visit(start, outgoing, state, turned)
        path = [ [ start, outgoing[start].dup ] ]
        state[start] = :open
        until path.empty?
          number, left = path.last
          following = left.shift
          if following.nil?
            state[path.pop.first] = :done
          elsif state[following] == :open
            turned << [ number, following ]
          elsif state[following].nil?
            state[following] = :open
            path << [ following, outgoing[following].dup ]
          end
        end
      end

      def longest_paths
        @incoming = Array.new(@ids.size) { [] }
        @outgoing = Array.new(@ids.size) { [] }
        @edges.each { |from, to| @outgoing[from] << to; @incoming[to] << from }
        waiting = @incoming.map(&:size)
        layer = Array.new(@ids.size, 0)
        @topological = @ids.each_index.select { |number| waiting[number].zero? }
        @topological.each do |number|
          @outgoing[number].each do |following|
            layer[following] = [ layer[following], layer[number] + 1 ].max
            @topological << following if (waiting[following] -= 1).zero?
          end
        end
        layer
      end

      def break_long_edges
        @layers = Array.new(@layer.max.to_i + 1) { [] }
        @layer.each_with_index { |layer, number| @layers[layer] << number }
        @above = Array.new(@ids.size) { [] }
        @below = Array.new(@ids.size) { [] }
        @edges.each { |from, to| join(from, to) }
      end

      def join(from, to)
        previous = from
        ((@layer[from] + 1)...@layer[to]).each do |layer|
          bend = add_bend(layer)
          connect(previous, bend)
          previous = bend
        end
        connect(previous, to)
      end

      def add_bend(layer)
        number = @above.size
        @layers[layer] << number
        @above << []
        @below << []
        @widths << 6
        @heights << 0
        number
      end

      def connect(upper, lower)
        @below[upper] << lower
        @above[lower] << upper
      end
    end
  end
end
