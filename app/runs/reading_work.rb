# frozen_string_literal: true

# Reads a script, or a zip of some, into a model.
class ReadingWork < IntakeWork
  private

  # Raises Kelvath::UnreadableFile for what is no script.
  def catalog(progress)
    platform = @run.options["platform"].presence&.then { |key| Kelvath::Platforms.fetch(key) }
    result = ScriptFiles.read(@run.upload_path, platform:, progress:)
    @platform = result.platform.key
    result.catalog.log.unshift(told(result)) unless platform
    result.catalog
  end

  def told(result) = Kelvath::Intake::Catalog::Remark.new(level: :note, object: "", message: result.why)
end
