# frozen_string_literal: true

# Scripts that were sent: one, or a zip of some.
module ScriptFiles
  ZIP = "PK\x03\x04".b

  module_function

  # Reads the file at a path, for a Platform, or for the one that it is found to be for. Answers a
  # Kelvath::Reading::Result. Raises Kelvath::UnreadableFile for what is no script, or of which nothing is understood.
  # otherwise: the Platform that it is for if it does not tell.
  def read(path, platform: nil, otherwise: nil, progress: Kelvath::Progress.none)
    result = Kelvath::Reading.read(sources(path), platform:, otherwise:, progress:)
    return result if result.any?

    raise Kelvath::UnreadableFile, "Nothing in this script was understood: #{first_fault(result)}"
  end

  def sources(path)
    bytes = File.binread(path)
    files = bytes.start_with?(ZIP) ? ScriptArchive.scripts(bytes) : [ [ "", bytes ] ]
    files.map { |name, inner| Kelvath::Reading::Source.of(name, inner) }
  end

  def first_fault(result)
    fault = result.catalog.log.find { |each| each.level == :warning }
    fault ? "line #{fault.line}: #{fault.message}" : "it makes no tables, views, sequences, types or routines."
  end
  private_class_method :sources, :first_fault
end
