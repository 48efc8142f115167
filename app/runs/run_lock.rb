# frozen_string_literal: true

require "fileutils"
require "json"

# One run at a time for a database: for all processes of this Kelvath by a file, which says who has it. Against others
# the connectors take a lock of the engine's own. Plain Ruby.
module RunLock
  DIRECTORY = File.expand_path("../../storage/locks", __dir__)

  module_function

  # Yields while nobody else has the lock of a Place. by: who wants it, in words; Raises
  # Kelvath::Error that names who has it.
  def hold(place, by:)
    FileUtils.mkdir_p(directory, mode: 0o700)
    File.open(File.join(directory, place.key), File::RDWR | File::CREAT, 0o600) do |file|
      raise Kelvath::Error, taken(file.read) unless file.flock(File::LOCK_EX | File::LOCK_NB)

      file.truncate(0)
      file.write("#{by}, since #{Time.now.strftime('%H:%M:%S')}")
      file.flush
      begin
        yield
      ensure
        file.truncate(0) # an older word about it would be false
      end
    end
  end

  # What is said to whoever comes second. who: in words.
  def taken(who)
    "Something runs on that database just now (#{who.to_s.strip.presence || 'somebody else'}). One run at a time: " \
      "look again when it has ended."
  end

  def directory = ENV.fetch("KELVATH_RUN_LOCKS", DIRECTORY)
  private_class_method :directory
end
