# frozen_string_literal: true

# Looks for drift by the clock, where the installation says so: every KELVATH_DRIFT_EVERY hours, each design that came
# over a connection whose secret is kept, as the person who read it.
module DriftClock
  HOUR = 3600 # seconds

  module_function

  # Starts it in a thread of its own; nil if nobody wants it.
  def start(hours = ENV.fetch("KELVATH_DRIFT_EVERY", "").to_f)
    return unless hours.positive?

    Thread.new do
      loop do
        sleep hours * HOUR
        Rails.application.executor.wrap { look }
      end
    end
  end

  # Each in a process of its own, one after the other. What could not be looked at says so on its page.
  # The block, if there is one, does a Run in its stead.
  def look(&doing)
    doing ||= :in_process.to_proc
    Source.where.not(connection_id: nil).includes(:connection).find_each do |source|
      run = source.stored_model.runs.create!(kind: "drift", title: source.connection.name, person: source.person,
                                             design_id: source.design_id,
                                             options: { connection: source.connection_id })
      doing.call(run)
    rescue StandardError => error
      Rails.logger.error(error.full_message)
    end
  end
end
