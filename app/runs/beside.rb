# frozen_string_literal: true

require "etc"
require "sqlite3"

# Work that goes on in a copy of this process, on another core, while this one does something else: for what takes
# seconds, needs nothing that comes later, and touches no database.
class Beside
  # Begins what the block does; #call of what this answers waits for it and answers the String that the block did.
  # Raises Kelvath::Error in the words of one that the block raised. Only a process that does one run makes copies:
  # elsewhere another thread may hold what the copy would wait for. There, and on a machine of one core, it is done at
  # once.
  def self.begin(&work)
    return new(work) if ENV.key?("KELVATH_ONE_RUN") && Etc.nprocessors > 1

    Kelvath::Starting::AT_ONCE.call(&work)
  end

  DONE, REFUSED = "+", "-" # what a copy says first

  def initialize(work)
    @work = work
    SQLite3::ForkSafety.suppress_warnings! # the copy closes what it has of connections, and that is as it should be
    @from, to = IO.pipe(binmode: true)
    @copy = fork { tell(to) }
    to.close
  end

  # A copy that has been killed, for want of memory perhaps, told nothing: then it is done here.
  def call
    told = @from.read
    Process.wait(@copy)
    return @work.call if told.empty?

    raise Kelvath::Error, told.byteslice(1..).force_encoding(Encoding::UTF_8) if told.start_with?(REFUSED)

    told.byteslice(1..)
  ensure
    @from.close
  end

  private

  def tell(to)
    outcome = begin
      [ DONE, @work.call ]
    rescue Kelvath::Error => error
      [ REFUSED, error.message ]
    end
    to.write(*outcome)
    to.close
  ensure
    exit!(0) # what is done at the end is for the process that it is a copy of
  end
end
