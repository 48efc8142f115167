# frozen_string_literal: true

# Requests compute, and Ruby computes in one thread at a time: more threads would only make all of them slower.
threads_count = ENV.fetch("RAILS_MAX_THREADS", 3)
threads threads_count, threads_count

# Loopback only: whoever wants Kelvath on a network puts a server with encryption in front.
bind "tcp://127.0.0.1:#{ENV.fetch('PORT', 3000)}"
# Larger bodies are refused from their length, or when they have grown to this, before they are on the disk.
http_content_length_limit 100 * 1024 * 1024
pidfile ENV["PIDFILE"] if ENV["PIDFILE"]

# Only a server tidies up after one that was stopped: other processes of the application may start while runs are under
# way.
after_booted do
  Rails.application.executor.wrap do
    Run.tidy
    UploadFiles.sweep(Rails.configuration.x.upload_folder)
    SignIn.forget_all
    DriftClock.start
  end
end
