# frozen_string_literal: true

# The latest findings of this process: they are looked for once a revision, whoever asks.
module FindingsCache
  Known = Struct.new(:revision, :findings)
  LATEST = Latest.new(6)

  module_function

  # [Kelvath::Findings::Finding, …] of a model, which is at stored's revision, or of a later one.
  def fetch(stored, model)
    known = LATEST.fetch(stored.id) do |known|
      next known if known && known.revision >= stored.revision

      Known.new(stored.revision, Kelvath::Findings.of(model, NamingStandard.of(model)))
    end
    known.findings
  end
end
