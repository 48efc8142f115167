# frozen_string_literal: true

desc "Damaged input for every parser and file reader: rake fuzz [CASES=100000] [FROM=0]"
task fuzz: :environment do
  require Rails.root.join("test/support/fuzz")
  cases, from = Integer(ENV.fetch("CASES", 100_000)), Integer(ENV.fetch("FROM", 0))
  finds = Fuzz.new.run(cases, from:)
  finds.group_by { |find| [ find.reader, find.what ] }.each do |(reader, what), list|
    puts "#{list.size} x #{reader}: #{what} (case #{list.first.number}: #{list.first.input[0, 200].inspect})"
  end
  puts "#{cases} cases from #{from}: #{finds.size} finds"
  abort if finds.any?
end

namespace :fuzz do
  desc "Damaged schema scripts for their reader: rake fuzz:scripts [COUNT=100000] [FROM=0]"
  task :scripts do
    ENV["COUNT"] ||= "100000"
    ruby "-Icore/test", "-Icore/lib", "core/test/reading/fuzz_test.rb"
  end
end
