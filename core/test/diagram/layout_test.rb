# frozen_string_literal: true

require "core_test_helper"

class LayoutTest < CoreTest
  def random_graph(random, nodes: 30, links: 45)
    ids = Array.new(nodes) { |number| :"n#{number}" }
    sizes = ids.to_h { |id| [ id, [ 80 + random.rand(120), 40 + random.rand(160) ] ] }
    [ sizes, Array.new(links) { ids.sample(2, random:) } ]
  end

  def test_any_graph_is_laid_out_without_overlaps
    random = Random.new(5)
    20.times do
      sizes, links = random_graph(random)
      places = Diagram::Layering.places(sizes, links)
      rects = sizes.map { |id, (width, height)| Diagram::Rect.new(*places.fetch(id), width, height) }
      rects.combination(2) { |one, two| refute one.overlaps?(two) }
      assert rects.all? { |rect| rect.x >= -0.1 && rect.y >= -0.1 }
    end
  end

  def test_edges_run_downwards_but_for_circles
    sizes = %i[a b c d].to_h { |id| [ id, [ 100, 50 ] ] }
    places = Diagram::Layering.places(sizes, [ %i[a b], %i[b c], %i[a c], %i[c d], %i[d b] ])
    assert_equal %i[a b c d], sizes.keys.sort_by { |id| places[id][1] }
    assert_equal({}, Diagram::Layering.places({}, []))
  end

  def test_crossings_are_counted_right_and_ordering_saves_some
    random = Random.new(6)
    8.times do
      graph = Diagram::LayeredGraph.new(*random_graph(random))
      order = Diagram::LayerOrder.new(graph)
      assert_equal by_hand(graph, graph.layers), order.crossings(graph.layers)
      best = order.best
      assert_operator order.crossings(best), :<=, order.crossings(graph.layers)
      assert_equal graph.layers.map(&:sort), best.map(&:sort)
    end
  end

  def by_hand(graph, layers)
    layers.each_cons(2).sum do |upper, lower|
      edges = upper.each_with_index.flat_map do |number, index|
        graph.below[number].map { |other| [ index, lower.index(other) ] }
      end
      edges.combination(2).count { |(a, b), (c, d)| (a - c) * (b - d) < 0 }
    end
  end

  def test_unconnected_parts_are_packed_on_a_sheet
    sizes = Array.new(12) { |number| [ :"n#{number}", [ 190, 36 ] ] }.to_h
    places = Diagram::Layering.places(sizes, [])
    assert_operator places.values.map(&:first).uniq.size, :>=, 3
  end

  def test_lines_that_would_lie_on_one_another_part
    rects = { a: [ 0, 0 ], b: [ 300, 0 ], c: [ 0, 200 ], d: [ 300, 200 ] }.transform_values do |x, y|
      Diagram::Rect.new(x, y, 100, 40)
    end
    routes = Diagram::Router.new(rects, [ [ :one, :a, :d ], [ :two, :b, :c ], [ :three, :a, :d ] ]).routes
    levels = routes.values.map do |points|
      points.each_cons(2).find { |(x1, y1), (x2, y2)| (y1 - y2).abs < 0.5 && (x1 - x2).abs > 1 }.first[1]
    end
    levels.combination(2) { |one, two| assert_operator (one - two).abs, :>=, 4 }
  end

  def test_traffic_counts_what_crosses
    traffic = Diagram::Traffic.new
    traffic.add([ [ 0, 50 ], [ 1000, 50 ] ])
    traffic.add([ [ 500, 0 ], [ 500, 300 ] ])
    { [ [ 200, 0 ], [ 200, 100 ] ] => 1, [ [ 200, 60 ], [ 200, 100 ] ] => 0,
      [ [ 0, 200 ], [ 900, 200 ], [ 900, 0 ] ] => 2 }.each do |points, count|
        assert_equal count, traffic.crossings(points), points.inspect
      end
  end

  # Two edges are one shorter each when the three nodes above them come down, and one edge is longer for that.
  def test_nodes_move_together_to_where_edges_are_short
    edges = [ [ 0, 1 ], [ 1, 2 ], [ 2, 3 ], [ 3, 4 ], [ 0, 5 ], [ 5, 6 ], [ 5, 7 ], [ 6, 4 ], [ 7, 4 ] ]
    assert_equal [ 0, 1, 2, 3, 4, 2, 3, 3 ], Diagram::Ranks.new([ 0, 1, 2, 3, 4, 1, 2, 2 ], edges).shortest
  end

  # Of small graphs all layers can be tried.
  def test_edges_are_as_short_in_sum_as_they_can_be
    random = Random.new(7)
    20.times do |turn|
      edges = (0..4).to_a.combination(2).select { random.rand < 0.5 }
      longest = (0..4).each_with_object([]) do |node, ranks|
        ranks << edges.filter_map { |from, to| ranks[from] + 1 if to == node }.max.to_i
      end
      found = Diagram::Ranks.new(longest, edges).shortest
      assert(edges.all? { |from, to| found[to] > found[from] }, "turn #{turn}")
      least = (0..4).to_a.repeated_permutation(5).filter_map { |ranks| span(edges, ranks) }.min
      assert_equal least, span(edges, found), "turn #{turn}: #{edges}"
      assert_equal 0, found.min
    end
  end

  # The sum of the edges' lengths; nil if one runs upwards.
  def span(edges, ranks)
    lengths = edges.map { |from, to| ranks[to] - ranks[from] }
    lengths.sum if lengths.all?(&:positive?)
  end
end
