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

  # What could not be looked at says so on its page.
  def look
    Source.where.not(connection_id: nil).find_each do |source|
      DriftWork.check(source, source.person)
    rescue Kelvath::Error
      next
    rescue StandardError => error
      Rails.logger.error(error.full_message)
    end
  end
end
