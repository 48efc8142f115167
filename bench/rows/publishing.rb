# frozen_string_literal: true

require_relative "../support/books"
require_relative "../support/watched_browser"

# The most memory that a process of its own takes while it makes a book, in MB; what it took before is forgotten.
module PublishingRows
  WORK = <<~RUBY
    require Rails.root.join("bench/support/books")
    book = Books.thousand
    GC.start
    File.write("/proc/self/clear_refs", "5")
    Publication.bytes(%<format>p, *book)
    puts File.read("/proc/self/status")[/VmHWM:\\s+(\\d+)/, 1]
  RUBY

  module_function

  def memory(format)
    work = Kernel.format(WORK, format:)
    IO.popen([ "bin/rails", "runner", work ], &:read).lines.last.to_i / 1024.0
  end
end

Figures.row("a dossier of 1,000 tables, 50 diagrams as HTML", unit: "s", goal: "<= 20 s") do
  book = Books.thousand
  Figures.seconds(runs: 1) { Publication.bytes("html", *book) }.then { |ours| [ ours, nil, ours <= 20 ] }
end

Figures.row("that file opens in the browser", unit: "s", goal: "<= 2 s") do
  WatchedBrowser.open { |browser| browser.loaded("file://#{Books.file}") }.then { |ours| [ ours, nil, ours <= 2 ] }
end

Figures.row("a search in it answers", unit: "ms", goal: "<= 100 ms") do
  WatchedBrowser.open do |browser|
    browser.loaded("file://#{Books.file}")
    sleep 1 # what a person takes to reach for the keys
    browser.searched("order").then { |ours| [ ours, nil, ours <= 100 ] }
  end
end

Figures.row("a dossier of 100 tables, 6 diagrams as PDF", unit: "s", goal: "<= 10 s") do
  book = Books.hundred
  Figures.seconds(runs: 1) { Publication.bytes("pdf", *book) }.then { |ours| [ ours, nil, ours <= 10 ] }
end

Figures.row("every column of 1,000 tables as XLSX", unit: "s", goal: "<= 10 s") do
  book = Books.columns
  Figures.seconds(runs: 1) { Publication.bytes("xlsx", *book) }.then { |ours| [ ours, nil, ours <= 10 ] }
end

%w[html pdf docx xlsx].each do |format|
  Figures.row("memory while 1,000 tables are published, #{format}", unit: "MB", goal: "<= 600 MB") do
    PublishingRows.memory(format).then { |ours| [ ours, nil, ours <= 600 ] }
  end
end
