# frozen_string_literal: true

# Makes a file of a dossier, and keeps it.
class PublishingWork
  # run: of the kind "publishing"; its options: dossier (id or name), format.
  def initialize(run)
    @run = run
  end

  # Answers the run's result. Raises Kelvath::Error.
  def call(progress)
    stored = @run.stored_model
    model = stored.model
    dossier = Kelvath::Publishing.fetch(model, @run.options.fetch("dossier"))
    format = @run.options.fetch("format")
    bytes = Publication.bytes(format, model, dossier, standard: NamingStandard.of(model), progress:,
                              facts: facts, changes: changes(stored, dossier))
    File.binwrite(@run.output_path, bytes)
    { bytes: bytes.bytesize, dossier: dossier.name, format:, revision: stored.revision }
  end

  private

  def facts = { "issued" => I18n.l(@run.created_at, format: "%-d %B %Y"), "person" => @run.person }

  # What the journal says since the milestone that the dossier names, or since its last issue; all of it if there is
  # neither.
  def changes(stored, dossier)
    since = dossier.since.present? ? stored.milestones.find_by(name: dossier.since)&.revision : last_issue(dossier)
    entries = stored.journal_entries.where("revision > ?", since.to_i).where(undone: false)
                    .order(revision: :desc).limit(500)
    entries.map { |each| [ I18n.l(each.created_at, format: "%-d %B %Y, %H:%M"), each.person, each.label ] }
  end

  def last_issue(dossier)
    earlier = Run.of_dossier(@run.model_id, dossier).where(state: "done").where("id < ?", @run.id).first
    earlier&.result&.fetch("revision")
  end
end
