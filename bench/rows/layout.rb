# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../support/crossings"
require_relative "../support/dot_graph"

SCENE = Kelvath::Diagram::Scene.of(Subjects.company, Subjects.diagram.id)
OUR_LINES = SCENE.lines.reject { |_, line| line.from_id == line.to_id }.transform_values(&:points)

# Both in every round, one after the other: a machine that is slow for a while is so for either.
{ "orthogonal" => "ortho", "curves" => "spline" }.each do |title, style|
  Figures.row("layout and lines of #{SCENE.boxes.size} cards, beside dot (#{title})", unit: "s", goal: "<= 2 x") do
    drawn = lambda do
      Kelvath::Diagram::Layouts.places(Subjects.company, Subjects.diagram.id)
      Kelvath::Diagram::Scene.of(Subjects.company, Subjects.diagram.id)
    end
    ours, reference = Figures.by_turns(drawn, -> { DotGraph.new(SCENE, lines: style).draw }, rounds: 9)
    [ ours, reference, ours <= 2 * reference ]
  end
end

{ "orthogonal" => "ortho", "curves" => "spline" }.each do |title, style|
  Figures.row("crossings of #{OUR_LINES.size} lines, beside dot (#{title})", unit: "", goal: "<= 1.2 x") do
    ours = Crossings.count(OUR_LINES)
    reference = DotGraph.new(SCENE, lines: style).crossings
    [ ours, reference, ours <= 1.2 * reference ]
  end
end
