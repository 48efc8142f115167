# frozen_string_literal: true

# The rows of the benchmark: each measures ours, and a reference in the same run where there is one.
module Figures
  Row = Struct.new(:what, :unit, :goal, :block, keyword_init: true)
  @rows = []

  module_function

  # goal: text as printed. The block answers [ours, reference or nil, met?].
  def row(what, unit:, goal:, &block) = @rows << Row.new(what:, unit:, goal:, block:)

  def print(words)
    rows = @rows.select { |row| words.empty? || words.any? { |word| row.what.include?(word) } }
    puts format("%-58s %12s %12s %8s   %-18s %s", "what", "ours", "reference", "ratio", "goal", "met")
    rows.each { |row| print_row(row) }
  end

  def print_row(row)
    ours, reference, met = row.block.call
    ratio = reference ? format("%.2f", ours.fdiv(reference)) : "-"
    puts format("%-58s %12s %12s %8s   %-18s %s", row.what, amount(ours, row.unit),
                reference ? amount(reference, row.unit) : "-", ratio, row.goal, met ? "yes" : "NO")
    $stdout.flush
  end

  def amount(number, unit) = "#{format(number >= 100 ? '%.0f' : '%.3g', number)} #{unit}"

  # The medians of some runs of each, in seconds, one after the other in every round.
  # What prepare does is not counted.
  def by_turns(*works, rounds: 5, prepare: nil)
    Array.new(rounds) { works.map { |work| seconds(runs: 1, prepare:) { work.call } } }
         .transpose.map { |times| times.sort[rounds / 2] }
  end

  # The median of some runs, in seconds. What prepare answers is handed to the block; it and the
  # sweeping of earlier garbage are not counted.
  def seconds(runs: 3, prepare: nil)
    Array.new(runs) do
      subject = prepare&.call
      GC.start
      start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      yield subject
      Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
    end.sort[runs / 2]
  end
end
