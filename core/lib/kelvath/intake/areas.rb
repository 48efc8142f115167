# frozen_string_literal: true

module Kelvath
  module Intake
    # Divides many entities into groups that have more to do with each other than with the rest: communities of the
    # graph of relationships, by modularity (Blondel et al., Fast unfolding of communities in large networks, 2008). No
    # chance is in it: the same model is always divided alike.
    class Areas
      LEAST = 3 # entities; a smaller group joins the one that it has most to do with
      ROUNDS = 20 # passes over all groups until nothing moves

      # model: a Model whose entities are to be divided.
      def initialize(model)
        @entities = model.all(:entity)
        ids = @entities.map(&:id).to_set
        @links = Hash.new { |known, id| known[id] = Hash.new(0) }
        model.all(:relationship).each do |each|
          one, other = each.from_id, each.to_id
          link(one, other) if one != other && ids.include?(one) && ids.include?(other)
        end
      end

      # [[the entity that most others of the group refer to, [entities of the group]], …], the largest first; entities
      # that nothing refers to are in none.
      def groups
        found = joined(communities)
        place = @entities.each_with_index.to_h { |entity, index| [ entity.id, index ] }
        known = @entities.to_h { |entity| [ entity.id, entity ] }
        found.sort_by { |ids| [ -ids.size, ids.map { |id| place[id] }.min ] }.map do |ids|
          members = ids.sort_by { |id| place[id] }
          hub = members.max_by { |id| [ @links[id].sum { |other, many| ids.include?(other) ? many : 0 }, -place[id] ] }
          [ known[hub], members.map { |id| known[id] } ]
        end
      end

      private

      def link(one, other)
        @links[one][other] += 1
        @links[other][one] += 1
      end

      # [[ids], …], each level's groups being the next one's nodes.
      def communities
        groups = @entities.map(&:id).select { |id| @links.key?(id) }.map { |id| [ id ] }
        weights = groups.each_with_index.to_h { |(id), index| [ id, index ] }
        graph = groups.map { |(id)| @links[id].transform_keys { |other| weights[other] } }
        loop do
          moved = moved(graph)
          return groups if moved.uniq.size == graph.size

          groups, graph = gathered(groups, graph, moved)
        end
      end

      # For each node the number of the group that it is best in. graph: [{ other node => weight }, …]
      def moved(graph)
        group = (0...graph.size).to_a
        degree = graph.map { |links| links.values.sum }
        total = degree.sum.to_f
        held = degree.dup
        ROUNDS.times do
          changed = false
          graph.each_with_index do |links, node|
            own = group[node]
            held[own] -= degree[node]
            best = best_group(own, towards(links, node, group), held, degree[node], total)
            held[best] += degree[node]
            changed ||= best != own
            group[node] = best
          end
          break unless changed
        end
        group
      end

      # { group => how much links a node to it }
      def towards(links, node, group)
        links.each_with_object({}) do |(other, weight), found|
          next if other == node

          each = group[other]
          found[each] = (found[each] || 0) + weight
        end
      end

      # The group that a node gains most in, of equal ones the first; its own unless another is better.
      def best_group(own, towards, held, degree, total)
        best, most = nil
        towards.each do |each, weight|
          gain = weight - (held[each] * degree / total)
          best, most = each, gain if most.nil? || gain > most || (gain == most && each < best)
        end
        best && most > (towards[own] || 0) - (held[own] * degree / total) ? best : own
      end

      def gathered(groups, graph, moved)
        numbers = moved.uniq.each_with_index.to_h
        members = Array.new(numbers.size) { [] }
        links = Array.new(numbers.size) { Hash.new(0) }
        moved.each_with_index do |group, node|
          number = numbers[group]
          members[number].concat(groups[node])
          graph[node].each { |other, weight| links[number][numbers[moved[other]]] += weight }
        end
        [ members, links ]
      end

      # Small ones join another.
      def joined(groups)
        of = groups.each_with_index.flat_map { |ids, index| ids.map { |id| [ id, index ] } }.to_h
        small, = groups.each_index.partition { |index| groups[index].size < LEAST }
        small.each do |index|
          others = groups[index].flat_map { |id| @links[id].keys }.map { |id| of[id] } - [ index ]
          target = others.tally.max_by { |each, count| [ count, -each ] }&.first or next
          groups[index].each { |id| of[id] = target }
          groups[target] += groups[index]
          groups[index] = []
        end
        groups.reject(&:empty?).map(&:to_set)
      end
    end
  end
end
