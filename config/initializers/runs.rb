# frozen_string_literal: true

# Runs wait for one of two places; each is a process of its own.
ActiveSupport.on_load(:active_job) do
  self.queue_adapter = ActiveJob::QueueAdapters::AsyncAdapter.new(min_threads: 0, max_threads: 2, idletime: 60)
end
