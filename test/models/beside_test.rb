# frozen_string_literal: true

require "test_helper"

# Work in a copy of the process comes to what it would have come to here.
class BesideTest < ActiveSupport::TestCase
  test "a copy answers what the block answers, and raises what it raises" do
    here = Process.pid
    pid, bytes = Beside.new(-> { "#{Process.pid} \xFF\n-" }).call.split(" ", 2)
    refute_equal here, Integer(pid)
    assert_equal "\xFF\n-".b, bytes
    refused = Beside.new(-> { raise Kelvath::InvalidValue.new("Fähre? No.", field: :name, value: "x") })
    assert_equal "Fähre? No.", assert_raises(Kelvath::Error) { refused.call }.message
  end

  test "what a copy that was killed had to do is done here" do
    here = Process.pid
    killed = Beside.new(-> { Process.pid == here ? "done here" : Process.kill(:KILL, Process.pid) })
    assert_equal "done here", killed.call
  end

  test "where threads run, it is done at once" do
    assert_equal Process.pid.to_s, Beside.begin { Process.pid.to_s }.call
  end
end
