# frozen_string_literal: true

# How often is a guess of Learning::FromNames right that is so sure? Short forms are made from the word lists that
# ship with Kelvath by the usual ways of shortening: half of the words from those of the trade, half from the common
# ones. Prints, for each step of the raw measure, how many guesses there were and which share of them was right; the
# rising line through them (pool adjacent violators: Ayer et al. 1955) is FromNames::CALIBRATION.
#
#   ruby -Icore/lib tools/calibrate_learning.rb
require "kelvath"

LEARNING = Kelvath::Naming::Learning
DICTIONARY = Kelvath::Naming::Dictionary
EACH = 400 # words of either list
STEP = 0.1

def short_forms(word)
  heard, bare = LEARNING::Abbreviation.skeleton(word), LEARNING::Abbreviation.bare(word)
  forms = [ heard, bare, word[0, 3], word[0, 4], heard[0, 3], heard[0, 4], "#{heard[0]}#{heard[-1]}",
            "#{heard[0, 2]}#{heard[-1]}" ]
  forms.uniq.select { |form| form.length.between?(2, 6) && form != word }
end

def guesses(words)
  learner = LEARNING::FromNames.new([], Kelvath::Naming::Lexicon.new([]))
  pairs = words.flat_map { |word| short_forms(word).map { |short| [ word, short ] } }
  pairs.filter_map do |word, short|
    raw, best = learner.raw(short)
    [ raw, best == word ] if raw
  end
end

# [[raw, share], …] with shares that never fall: neighbours that do are joined.
def rising(steps)
  pools = steps.map { |raw, list| [ [ raw ], list.count(&:last), list.size ] }
  pools = pools.each_with_object([]) do |pool, done|
    done << pool
    while done.size > 1 && done[-2][1].fdiv(done[-2][2]) > done[-1][1].fdiv(done[-1][2])
      last = done.pop
      done[-1] = done[-1].zip(last).map { |one, two| one + two }
    end
  end
  pools.flat_map { |raws, right, all| raws.map { |raw| [ raw, right.fdiv(all).round(2) ] } }
end

random = Random.new(1)
trade = DICTIONARY.trade.select { |word| word.length > 4 }.sort.sample(EACH, random:)
common = DICTIONARY.ranks.select { |word, rank| word.length > 4 && rank < 6_000 }.keys.sort.sample(EACH, random:)
steps = guesses(trade + common).group_by { |raw, _| (raw / STEP).floor * STEP }.sort
steps.each do |raw, list|
  puts format("%.1f  %5d guesses  %3d %% right", raw, list.size, 100 * list.count(&:last) / list.size)
end
p rising(steps).map { |raw, share| [ (raw + (STEP / 2)).round(2), share ] } # the middle of each step
