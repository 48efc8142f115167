# frozen_string_literal: true

# What a database holds, kept for a few minutes while somebody chooses from it.
module ListingCache
  LASTS = 300 # seconds
  MOST = 6

  @known = {}
  @lock = Mutex.new

  module_function

  # The Kelvath::Intake::Listing of a connection for a person who is connected; asked again if it is old, or anew.
  # Raises Kelvath::Error.
  def fetch(connection, person, anew: false)
    key = [ connection.id, connection.updated_at.to_f, person ]
    kept = @lock.synchronize { @known[key] } unless anew
    return kept.last if kept && now - kept.first < LASTS

    target = connection.target(person)
    list = Connectors.reach(target) { |database| Kelvath::Intake.list(connection.platform, database) }
    @lock.synchronize do
      @known.delete(key)
      @known[key] = [ now, list ]
      @known.shift while @known.size > MOST
    end
    list
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  private_class_method :now
end
