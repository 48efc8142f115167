# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../support/crossings"
require_relative "../support/dot_graph"

SCENE = Kelvath::Diagram::Scene.of(Subjects.company, Subjects.diagram.id)
OUR_LINES = SCENE.lines.reject { |_, line| line.from_id == line.to_id }.transform_values(&:points)

Figures.row("layout and lines of #{SCENE.boxes.size} cards, beside dot (orthogonal)", unit: "s", goal: "<= 2 x") do
  ours = Figures.seconds do
    Kelvath::Diagram::Layouts.places(Subjects.company, Subjects.diagram.id)
    Kelvath::Diagram::Scene.of(Subjects.company, Subjects.diagram.id)
  end
  reference = Figures.seconds { DotGraph.new(SCENE).draw }
  [ ours, reference, ours <= 2 * reference ]
end

Figures.row("layout and lines of #{SCENE.boxes.size} cards, beside dot (curves)", unit: "s", goal: "<= 2 x") do
  ours = Figures.seconds do
    Kelvath::Diagram::Layouts.places(Subjects.company, Subjects.diagram.id)
    Kelvath::Diagram::Scene.of(Subjects.company, Subjects.diagram.id)
  end
  reference = Figures.seconds { DotGraph.new(SCENE, lines: "spline").draw }
  [ ours, reference, ours <= 2 * reference ]
end

{ "orthogonal" => "ortho", "curves" => "spline" }.each do |title, style|
  Figures.row("crossings of #{OUR_LINES.size} lines, beside dot (#{title})", unit: "", goal: "<= 1.2 x") do
    ours = Crossings.count(OUR_LINES)
    reference = DotGraph.new(SCENE, lines: style).crossings
    [ ours, reference, ours <= 1.2 * reference ]
  end
end
