# frozen_string_literal: true

require_relative "../config/environment"
require_relative "support/figures"
Dir[File.join(__dir__, "rows/*.rb")].sort.each { |file| require file }

Figures.print(ARGV)
