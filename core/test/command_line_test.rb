# frozen_string_literal: true

require "core_test_helper"
require "kelvath/command_line"
require "tmpdir"

class CommandLineTest < CoreTest
  def call(*arguments)
    out, err = StringIO.new, StringIO.new
    code = CommandLine.new(out:, err:).run(arguments.map(&:to_s))
    [ code, out.string, err.string ]
  end

  def test_derive_script_compare_and_layout
    Dir.mktmpdir do |directory|
      one, two = %w[one.json two.json].map { |name| File.join(directory, name) }
      File.write(one, Interchange::ModelFile.write(ferries))
      code, _, err = call("derive", one, "--platform", "postgresql", "--out", two)
      assert_equal [ 0, "tables=29 columns=146 primary_keys=29 foreign_keys=38 indexes=22 views=0" ], [ code, err.lines.last.chomp ]
      assert_match(/CREATE TABLE vessel \(/, call("script", two, "--platform", "postgresql")[1])
      assert_equal [ 0, "differences=0\n" ], call("compare", one, one).values_at(0, 2)
      assert_equal 1, call("compare", one, two).first
      assert_equal 28, JSON.parse(call("layout", one)[1])["Concept"].size
    end
  end

  def test_failures_are_one_clear_line
    { [ "frob" ] => [ 2, /no command “frob”/ ], [ "derive", "nowhere.json", "--platform", "sqlite" ] => [ 1, /no file nowhere.json/ ], [ "derive", __FILE__, "--platform", "sqlite" ] => [ 1, /not readable as JSON/ ],
      [ "read", __FILE__, "--platform", "dbase" ] => [ 1, /known are sqlite, postgresql/ ], [ "script" ] => [ 2, /takes one file/ ], [ "layout", "a", "--colour" ] => [ 2, /invalid option/ ] }.each do |arguments, (code, message)|
      given, _, err = call(*arguments)
      assert_equal [ code, 1 ], [ given, err.lines.size ], arguments.inspect
      assert_match message, err
    end
  end
end
