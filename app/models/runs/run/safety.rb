# frozen_string_literal: true

# What a run on somebody's database keeps on the disk before its first statement, so that the database can be cleaned
# whatever becomes of the run: what was there, what would be, and the script that goes back.
module Run::Safety
  # before, after: Kelvath::Altering::Sides; place: a database that the script makes or goes on in, nil for none; fresh:
  # does it make it? whole: does the database take back by itself whatever the run has done when it stops? The block
  # answers the text of the script that goes back; where it is hardly ever needed, it is made when it is asked for.
  def keep_safety(before, after, place:, fresh:, whole: false)
    write(undo_path, yield) unless whole && !fresh
    contents = [ before, after ].map { |side| Base64.strict_encode64(KeptSide.content(side)) }
    write(safety_path, JSON.generate({ contents:, place:, fresh: }))
  end

  # [before, after, place, fresh] as they were kept. Raises Kelvath::NotFound.
  def safety
    kept = JSON.parse(File.read(safety_path))
    sides = kept["contents"]&.map { |each| KeptSide.new(Base64.strict_decode64(each), told: true) }
    sides ||= kept.fetch("sides").map { |side| unpacked(side) }
    [ *sides, kept["place"], kept["fresh"] ]
  rescue Errno::ENOENT
    raise Kelvath::NotFound, "What was there before this run is not kept any more."
  end

  # Has it, or may it have, left something half done?
  def unclean?
    kind == "running" && !unfinished? && safety_path.exist? && result.to_h["clean"] != true
  end

  def safety_path = self.class.directory.join("#{id}.safety.json")
  # The script that goes back, nil if it is not kept any more.
  def undo_text
    return File.read(undo_path) if undo_path.exist?

    before, after = safety if safety_path.exist?
    Kelvath::Altering.between(after, before).script.text if before
  end

  def undo_path = self.class.directory.join("#{id}.undo.sql")

  # What is not needed any more.
  def drop_safety = [ safety_path, undo_path ].each { |path| FileUtils.rm_f(path) }

  private

  # As sides were kept until the end of November 2026.
  def unpacked(side)
    elements = side.fetch("elements").map { |hash| Kelvath::Metamodel.fetch(hash.fetch("kind")).kept(hash) }
    Kelvath::Altering::Side.new(model: Kelvath::Model.of(elements), design_id: side.fetch("design"), told: true)
  end

  def write(path, text)
    File.open(path, "w", 0o600) do |file|
      file.write(text)
      file.fsync
    end
  end
end
