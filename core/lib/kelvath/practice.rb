# frozen_string_literal: true

require_relative "practice/answers"
require_relative "practice/told_by_statements"
require_relative "practice/database"

module Kelvath
  # Simulated database servers that ship with Kelvath, to practise on: a catalog without rows that takes statements,
  # refuses what the real server would refuse, and answers the catalog's questions.
  module Practice
    # What a practice server refuses, in words like the real one's.
    class Refused < Error; end

    # Platforms that can be practised on, by their keys.
    def self.platforms = Platforms.all.select(&:practice).map(&:key)
  end
end
