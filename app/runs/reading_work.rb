# frozen_string_literal: true

# Reads a script, or a zip of some, into a model.
class ReadingWork < IntakeWork
  private

  # Raises Kelvath::UnreadableFile for what is no script.
  def catalog(progress)
    platform = @run.options["platform"].presence&.then { |key| Kelvath::Platforms.fetch(key) }
    result = Kelvath::Reading.read(sources, platform:, progress:)
    raise Kelvath::UnreadableFile, "Nothing in this script was understood: #{first_fault(result)}" unless result.any?

    @platform = result.platform.key
    result.catalog.log.unshift(told(result)) unless platform
    result.catalog
  end

  def sources
    bytes = File.binread(@run.upload_path)
    files = bytes.start_with?("PK\x03\x04".b) ? ScriptArchive.scripts(bytes) : [ [ "", bytes ] ]
    files.map { |name, inner| Kelvath::Reading::Source.of(name, inner) }
  end

  def told(result) = Kelvath::Intake::Catalog::Remark.new(level: :note, object: "", message: result.why)

  def first_fault(result)
    fault = result.catalog.log.find { |each| each.level == :warning }
    fault ? "line #{fault.line}: #{fault.message}" : "it makes no tables, views, sequences, types or routines."
  end
end
