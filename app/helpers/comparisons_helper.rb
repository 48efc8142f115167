# frozen_string_literal: true

# Two designs side by side, in words.
module ComparisonsHelper
  MOST = 1000 # differences that are spelt out

  # What a Kelvath::Comparison::SideBySide::Line is about, without the table that it stands under.
  def comparison_title(comparison, line)
    title = comparison.title(line).sub(" #{comparison.place(line)} · ", " ")
    about = { order: "order of columns", changed: line.field&.label&.downcase }[line.way]
    [ title, about ].compact.join(": ")
  end

  # [[text, is something there?], …] of the two sides.
  def comparison_sides(line)
    case line.way
    when :left_only then [ [ "is there", true ], [ "is not there", false ] ]
    when :right_only then [ [ "is not there", false ], [ "is there", true ] ]
    else line.texts.map { |text| [ text, text != "nothing" ] }
    end
  end
end
