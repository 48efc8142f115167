# frozen_string_literal: true

require "open3"

# The graph of a scene drawn by Graphviz dot with orthogonal lines: cards of the same size, the same
# lines. Crossings of what it draws are counted as ours are.
class DotGraph
  POINTS = 72.0 # dot measures nodes in inches, lines in points
  CURVE_STEPS = 4

  # lines: "ortho", as we draw, or "spline", dot's own choice.
  def initialize(scene, lines: "ortho")
    @scene = scene
    @style = lines
  end

  # Lays out and draws; the same work as our layout and routing together.
  def draw(program = "dot") = Open3.capture2e(program, "-Tjson", stdin_data: source).first

  def crossings
    json = JSON.parse(draw[/\{.*\}/m])
    Crossings.count(json.fetch("edges", []).each_with_index.to_h { |edge, index| [ index, points(edge) ] })
  end

  private

  def source
    nodes = @scene.boxes.values.map do |box|
      %("#{box.id}" [width=#{box.rect.width / POINTS}, height=#{box.rect.height / POINTS}])
    end
    edges = @scene.lines.values.reject { |line| line.from_id == line.to_id }.map do |line|
      %("#{line.from_id}" -> "#{line.to_id}")
    end
    "digraph { splines=#{@style}; node [shape=box, fixedsize=true, label=\"\"]; edge " \
    "[dir=none]; #{(nodes + edges).join(';')} }"
  end

  # Bézier pieces as short straight ones.
  def points(edge)
    controls = edge["pos"].split.map { |pair|
      pair.delete("es,").empty? ? nil : pair.sub(/\A[es],/, "").split(",").map(&:to_f)
    }.compact
    first, *rest = controls
    rest.each_slice(3).flat_map.with_index do |(two, three, four), index|
      next [] unless four

      start = index.zero? ? first : rest[index * 3 - 1]
      (index.zero? ? 0 : 1).upto(CURVE_STEPS).map { |step| bezier(start, two, three, four, step.fdiv(CURVE_STEPS)) }
    end
  end

  def bezier(one, two, three, four, t)
    [ 0, 1 ].map do |axis|
      (1 - t)**3 * one[axis] + 3 * (1 - t)**2 * t * two[axis] + 3 * (1 - t) * t**2 * three[axis] + t**3 * four[axis]
    end
  end
end
