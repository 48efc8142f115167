# frozen_string_literal: true

source "https://rubygems.org"

ruby ">= 3.1.2"

gem "kelvath-core", path: "core", require: "kelvath"

gem "rails", "~> 7.2.4"
gem "propshaft"
gem "puma", "~> 8.0"
gem "sqlite3", "~> 2.8"
gem "bootsnap", require: false
gem "rouge", "~> 5.0"

# Drawings as PDF, ledgers as spreadsheets.
gem "prawn", "~> 2.5", require: false
gem "matrix", require: false
gem "caxlsx", "~> 4.2", require: false
gem "rubyzip", "~> 3.0", require: false
gem "nokogiri", require: false
gem "csv", require: false

# Free chapters of dossiers, which are written in Markdown.
gem "kramdown", "~> 2.5", require: false

# Live servers to run and read scripts on; loaded only when one is used.
gem "pg", "~> 1.7", require: false
gem "trilogy", "~> 2.9", require: false

group :development, :test do
  gem "rubocop-rails-omakase", require: false
  gem "brakeman", require: false
end

group :test do
  gem "minitest", "~> 5.27"
  gem "capybara"
  gem "cuprite", "~> 0.19"
  gem "json_schemer", require: false
  gem "pdf-reader", require: false
  gem "roo", "~> 3.0", require: false
end
