# frozen_string_literal: true

require "test_helper"

# Work in a copy of the process comes to what it would have come to here.
class BesideTest < ActiveSupport::TestCase
  test "a copy answers what the block answers, and raises what it raises" do
    here = Process.pid
    working = Beside.new(-> { [ Process.pid, { "text" => "Fähre" } ] })
    pid, answer = working.call
    refute_equal here, pid
    assert_equal({ "text" => "Fähre" }, answer)
    refused = Beside.new(-> { raise Kelvath::InvalidValue.new("No.", field: :name, value: "x") })
    assert_equal :name, assert_raises(Kelvath::InvalidValue) { refused.call }.field
  end

  test "what a copy that was killed had to do is done here" do
    here = Process.pid
    killed = Beside.new(-> { Process.pid == here ? "done here" : Process.kill(:KILL, Process.pid) })
    assert_equal "done here", killed.call
  end

  test "where threads run, it is done at once" do
    assert_equal Process.pid, Beside.begin { Process.pid }.call
  end
end
