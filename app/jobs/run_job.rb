# frozen_string_literal: true

# Does a run in a process of its own, so that it holds no editor up and can be stopped; waits for its end.
class RunJob < ActiveJob::Base
  def perform(run)
    run.in_process
  end
end
