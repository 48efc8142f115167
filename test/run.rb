# frozen_string_literal: true

# All of the tests, or those in some of its folders: ruby test/run.rb models requests
$LOAD_PATH.unshift(__dir__)
folders = ARGV.grep(%r{\A\w+(/\w+)?\z}).select { |name| File.directory?(File.join(__dir__, name)) }
ARGV.reject! { |name| folders.include?(name) }
folders = [ "**" ] if folders.empty?
folders.flat_map { |folder| Dir[File.join(__dir__, folder, "*_test.rb")] }.sort.each { |file| require file }
