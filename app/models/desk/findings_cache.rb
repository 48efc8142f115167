# frozen_string_literal: true

# The latest findings of this process, by the parts of models: they are looked for once a revision, whoever asks, and
# only where something has changed since.
module FindingsCache
  Known = Struct.new(:revision, :report, :standing)
  MOST_TABLES = 150 # of a design that is held against its logical side by the way; larger ones on their own page only
  MOST = 300_000 # elements of the models that were looked at
  LATEST = Latest.new(40, most: MOST) { |known| known.report.model.weight }

  module_function

  # [Kelvath::Findings::Finding, …] of a part of a model (a design by its id, nil for the logical side), which is at
  # stored's revision, or of a later one.
  def fetch(stored, model, part)
    known = LATEST.fetch([ stored.id, part ]) do |known|
      next known if known && known.revision >= stored.revision

      Known.new(stored.revision,
                Kelvath::Findings::Report.of(model, NamingStandard.of(model), part:, previous: known&.report),
                standing(model, part))
    end
    known.standing + known.report.findings
  end

  # Is a design behind its logical side?
  def standing(model, part)
    design = part && model.of_kind(part, :design)
    return [] unless design&.base && Kelvath::Metamodel::Design.tables(model, part).size <= MOST_TABLES

    Kelvath::Findings::Standing.of(design, AgainPage.new(model, design).merge)
  rescue Kelvath::Error
    [] # what cannot be derived now is told where it is tried
  end
end
