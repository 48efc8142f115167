# frozen_string_literal: true

# What a run on somebody's database keeps on the disk before its first statement, so that the database can be cleaned
# whatever becomes of the run: where it is, what was there, what would be, the script that goes back; and its journal.
module Run::Safety
  # before, after: Kelvath::Altering::Sides; place: a database that the script makes or goes on in, nil for none; fresh:
  # does it make it? whole: does the database take back by itself whatever the run has done when it stops? at: the
  # Place; sqls: texts of the script's statements.
  Kept = Struct.new(:before, :after, :place, :fresh, :whole, :at, :sqls, keyword_init: true)

  # Keeps what Kept says. The block answers the text of the script that goes back; where it is hardly ever needed, it is
  # made when it is asked for.
  def keep_safety(before, after, place:, fresh:, whole:, at:, sqls:)
    write(undo_path, yield) unless whole && !fresh
    contents = [ before, after ].map { |side| Base64.strict_encode64(KeptSide.content(side)) }
    write(safety_path, JSON.generate({ contents:, place:, fresh:, whole:, at: at.facts, sqls: }))
    update_columns(place_key: at.key)
  end

  # The Kept. Raises Kelvath::NotFound if it is gone, Kelvath::Error if an older version kept it, which noted neither
  # where the run was nor what it had done.
  def kept
    told = JSON.parse(File.read(safety_path))
    raise Kelvath::Error, OLDER unless told.key?("at") && told.key?("contents")

    before, after = told["contents"].map { |each| KeptSide.new(Base64.strict_decode64(each), told: true) }
    Kept.new(before:, after:, at: Place.new(told["at"]), **told.slice("place", "fresh", "whole", "sqls").symbolize_keys)
  rescue Errno::ENOENT
    raise Kelvath::NotFound, "What was there before this run is not kept any more."
  end
  OLDER = "This run was begun by an older version of Kelvath, which did not note what it had done where: it cannot " \
          "be taken back by itself. The script that goes back is kept; look at it, and at the database, " \
          "before you run it."

  def journal = @journal ||= RunJournal.new(self.class.directory.join("#{id}.journal").to_s)

  # Has it, or may it have, left something half done?
  def unclean?
    kind == "running" && !unfinished? && safety_path.exist? && result.to_h["clean"] != true
  end

  # What stands in the way of taking this run back, if another one has worked on the same database since; nil if none
  # has.
  def later_words
    later = self.class.where(kind: "running", place_key:).where.not(place_key: nil).where("id > ?", id).last or return

    "“#{later.title}” was run on this database later, by #{later.person} " \
      "(#{later.created_at.strftime('%-d %B %Y, %H:%M')}): what this run has left may be needed by now."
  end

  def safety_path = self.class.directory.join("#{id}.safety.json")
  # The script that goes back, nil if it is not kept any more.
  def undo_text
    return File.read(undo_path) if undo_path.exist?
    return unless safety_path.exist?

    Kelvath::Altering.between(kept.after, kept.before, identified: true).script.text
  end

  def undo_path = self.class.directory.join("#{id}.undo.sql")

  # What is not needed any more.
  def drop_safety
    [ safety_path, undo_path ].each { |path| FileUtils.rm_f(path) }
    journal.delete
  end

  # Somebody has looked at it and leaves what it has left as it is.
  def leave(person)
    update!(result: result.to_h.merge("clean" => true, "left_by" => person, "asks" => nil))
    drop_safety
  end

  private

  def write(path, text)
    File.open(path, "w", 0o600) do |file|
      file.write(text)
      file.fsync
    end
  end
end
