# frozen_string_literal: true

require_relative "../support/subjects"
require_relative "../support/served"

# A lexicon of 10,000 generated words and 20,000 names made of them.
module NamingSubjects
  WORDS = 10_000
  NAMES = 20_000
  SYLLABLES = %w[ba ce di fo gu la me ni ro su ta ve wi xo ya zu bre cra dlo fre gli pro sta tru].freeze

  module_function

  def words
    @words ||= Random.new(5).then { |random| Array.new(WORDS * 2) {
      Array.new(random.rand(2..4)) { SYLLABLES.sample(random:) }.join.capitalize
    }.uniq.first(WORDS) }
  end

  # Every tenth word has a twin: the same short form.
  def rows
    @rows ||= words.each_with_index.map do |word, index|
      { name: word,
        short_forms: [ "#{word[0].upcase}#{(index - (index % 10 == 9 ? 1 : 0)).to_s(26).tr('0-9a-p', 'A-Z')}" ] }
    end
  end

  def entries = rows.map { |values| Kelvath::Metamodel::LexiconEntry.new(id: Subjects.ids.next, **values) }

  def names
    @names ||= Random.new(6).then do |random|
      Array.new(NAMES) { Array.new(random.rand(2..4)) { words.sample(random:) }.join(" ") }
    end
  end

  def rules = Kelvath::Naming::Rulebook.new(Kelvath::Naming::Shipped.rules("short"))

  # A model that follows the big lexicon, stored.
  def stored
    @stored ||= begin
      header = Kelvath::Metamodel::Header.new(id: Subjects.ids.next, name: "Big words")
      lexicon = StoredModel.start("Big words", by: "Bench", label: "Loaded",
                                  change_set: Kelvath::ChangeSet.new(additions: [ header, *entries ]), sort: "lexicon")
      rulebook = StoredModel.start("Short", by: "Bench", label: "Loaded", change_set: Kelvath::Naming::Shipped
        .begin("short", "Short", ids: Ids), sort: "rulebook")
      [ lexicon, rulebook ].each { |each| each.release(by: "Bench") }
      model = Kelvath::Starting.empty("Follower", ids: Ids)
      follows = NamingStandard::Choice.latest(lexicon: lexicon.id, rulebook: rulebook.id).fields
      [ lexicon, StoredModel.start("Follower", by: "Bench", label: "Loaded", change_set: Kelvath::ChangeSet.new(
        additions: model.additions.map { |element| element.kind == :header ? element.with(**follows) : element }
      )) ]
    end
  end
end

# Beside Ruby's own regular expressions: one union of all words, each match replaced from a table.
Figures.row("20,000 names with a lexicon of 10,000 words", unit: "s", goal: "<= 2 s") do
  entries = NamingSubjects.entries
  ours = Figures.seconds { Kelvath::Naming::Standard.new(Kelvath::Naming::Lexicon.new(entries), NamingSubjects.rules)
    .then { |standard| NamingSubjects.names.each { |name| standard.physical(name, :column) } } }
  table = NamingSubjects.rows.to_h { |row| [ row[:name], row[:short_forms].first ] }
  pattern = /\b(?:#{Regexp.union(table.keys.sort_by { |word| -word.length }).source})\b/
  sample = NamingSubjects.names.first(NamingSubjects::NAMES / 100)
  reference = Figures.seconds(runs: 1) { sample.each { |name| name.gsub(pattern, table).tr(" ", "_").upcase } } * 100
  [ ours, reference, ours <= 2 ]
end

Figures.row("the same 20,000 names back to words", unit: "s", goal: "<= 2 s") do
  standard = Kelvath::Naming::Standard.new(Kelvath::Naming::Lexicon.new(NamingSubjects.entries), NamingSubjects.rules)
  physical = NamingSubjects.names.map { |name| standard.physical(name, :column).text }
  ours = Figures.seconds { Kelvath::Naming::Standard.new(
    Kelvath::Naming::Lexicon.new(NamingSubjects.entries), NamingSubjects.rules
  ).then { |fresh| physical.each { |name| fresh.words(name, :column) } } }
  [ ours, nil, ours <= 2 ]
end

Figures.row("the physical name while one is typed, server time", unit: "ms", goal: "<= 30 ms") do
  Served.open do |served|
    _, stored = NamingSubjects.stored
    path = ->(number) do
      "/models/#{stored.id}/physical_name?kind=attribute&name=#{ERB::Util.url_encode(NamingSubjects.names[number])}%20x"
    end
    served.visit(path.call(0))
    times = Array.new(21) { |number| served.visit(path.call(number + 1))["x-runtime"].to_f }
    ours = times.sort[times.size / 2] * 1000
    [ ours, nil, ours <= 30 ]
  end
end

Figures.row("a search in a lexicon of 10,000 words, server time", unit: "ms", goal: "<= 100 ms") do
  Served.open do |served|
    lexicon, = NamingSubjects.stored
    served.visit("/lexicons/#{lexicon.id}")
    times = NamingSubjects.words.first(11).map do |word|
      served.visit("/lexicons/#{lexicon.id}/entries?text=#{word[0, 3]}")["x-runtime"].to_f
    end
    ours = times.sort[times.size / 2] * 1000
    [ ours, nil, ours <= 100 ]
  end
end
