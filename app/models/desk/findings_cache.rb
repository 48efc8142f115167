# frozen_string_literal: true

# The latest findings of this process: they are looked for once a revision, whoever asks, and only where something
# has changed since.
module FindingsCache
  Known = Struct.new(:revision, :report)
  LATEST = Latest.new(6)

  module_function

  # [Kelvath::Findings::Finding, …] of a model, which is at stored's revision, or of a later one.
  def fetch(stored, model)
    known = LATEST.fetch(stored.id) do |known|
      next known if known && known.revision >= stored.revision

      Known.new(stored.revision, Kelvath::Findings::Report.of(model, NamingStandard.of(model), previous: known&.report))
    end
    known.report.findings
  end
end
