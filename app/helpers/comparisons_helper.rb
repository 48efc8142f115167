# frozen_string_literal: true

module ComparisonsHelper
  # What a side is called, as a heading; names that people gave stay as they are.
  def side_heading(title) = title.sub(/\Athis /, "This ")

  # What differs within something, without the words that stand above it: "attribute Length: type".
  def comparison_row(title, within)
    name = within.split(" ", 2).last
    short = title.delete_prefix(within).sub(/\A: /, "").sub(/\A([\p{L} ]+) #{Regexp.escape(name)} · /, '\1 ')
    short.presence || title
  end
end
