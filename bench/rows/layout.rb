# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../support/crossings"
require_relative "../support/dot_graph"

SCENE = Kelvath::Diagram::Scene.of(Subjects.company, Subjects.diagram.id)
OUR_LINES = SCENE.lines.reject { |_, line| line.from_id == line.to_id }.transform_values(&:points)

# The same diagram as a grid, open in front of a person who lays it out: its cards have been measured, as dot is told
# their sizes; all of them move, so that every line is drawn anew.
GRID = Kelvath::Editing.move(Subjects.company, Kelvath::Diagram::Layouts.places(Subjects.company, Subjects.diagram.id,
                                                                                key: "grid"), ids: Ids)
                       .apply(Subjects.company)
OPEN = Kelvath::Diagram::Scene.of(GRID, Subjects.diagram.id)

# Both in every round, one after the other: a machine that is slow for a while is so for either.
{ "orthogonal" => "ortho", "curves" => "spline" }.each do |title, style|
  Figures.row("layout and lines of #{SCENE.boxes.size} cards, beside dot (#{title})", unit: "s", goal: "<= 2 x") do
    drawn = lambda do
      laid_out = Kelvath::Draft.change(GRID, ids: Ids) do |draft|
        Kelvath::Editing::Diagrams.lay_out(draft, Subjects.diagram.id, known: OPEN)
      end
      Kelvath::Diagram::Scene.of(laid_out.apply(GRID), Subjects.diagram.id, previous: OPEN)
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
