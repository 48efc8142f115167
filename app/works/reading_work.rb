# frozen_string_literal: true

# Reads a script, or a zip of some, into a model.
class ReadingWork < IntakeWork
  # What was not wanted of a catalog is left out, and whose the script was found to be is told.
  def self.settled(result, run)
    Kelvath::Reading.leave(result.catalog, run.options["left_out"].to_a)
    told = Kelvath::Intake::Catalog::Remark.new(level: :note, object: "", message: result.why)
    result.catalog.log.unshift(told) unless run.options["platform"].present?
    result.catalog
  end

  private

  # Raises Kelvath::UnreadableFile for what is no script.
  def catalog(progress)
    platform = @run.options["platform"].presence&.then { |key| Kelvath::Platforms.fetch(key) }
    result = ScriptFiles.read(@run.upload_path, platform:, progress:)
    @platform = result.platform.key
    self.class.settled(result, @run)
  end
end
