# frozen_string_literal: true

# What databases hold, as runs have asked for it, kept for a while for whoever chooses from it.
module ListingCache
  LASTS = 300 # seconds until it is asked for again
  CHOOSING = 7200 # seconds for which somebody may go on choosing
  MOST = 6

  @known = {}
  @lock = Mutex.new

  module_function

  # The latest Run that has listed a connection for a person, or is about to; nil if that is longer ago than so many
  # seconds, or the connection has been changed since.
  def run(connection, person, within: LASTS)
    found = Run.where(kind: "listing", person:).where("json_extract(options, '$.connection') = ?", connection.id)
               .where(created_at: [ connection.updated_at, within.seconds.ago ].max..).last
    found if found && (found.unfinished? || found.failed? || found.output_path.exist?)
  end

  # The Kelvath::Intake::Listing of a Run that is done. Raises Kelvath::NotFound if it is gone.
  def of(run)
    @lock.synchronize do
      @known[run.id] ||= read(run)
      @known.shift while @known.size > MOST
      @known[run.id] || read(run)
    end
  end

  def read(run)
    told = JSON.parse(File.read(run.output_path), max_nesting: 10)
    items = told.fetch("items").map { |item| Kelvath::Intake::Item.new(**item.symbolize_keys) }
    Kelvath::Intake::Listing.new(items:, unseen: told.fetch("unseen"))
  rescue Errno::ENOENT
    raise Kelvath::NotFound, "What that database has is not kept any more; ask it again."
  end
  private_class_method :read
end
