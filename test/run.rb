# frozen_string_literal: true

$LOAD_PATH.unshift(__dir__)
Dir[File.join(__dir__, "**/*_test.rb")].sort.each { |file| require file }
