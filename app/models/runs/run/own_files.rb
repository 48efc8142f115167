# frozen_string_literal: true

# The files of runs: what was sent for an intake, the database that a proof run made. Their names come from the
# run's number alone.
module Run::OwnFiles
  extend ActiveSupport::Concern

  KEPT = 30 # databases of proof runs, and of each dossier's outputs
  LASTING = %w[proof publishing].freeze # whose files are wanted afterwards

  class_methods do
    # Beside the database whose runs they are.
    def directory = Rails.root.join(connection_db_config.database).dirname.join("runs").tap(&:mkpath)

    # What a stopped server left behind: runs that can never end, files that nobody will read. For a server that starts.
    def tidy
      where(state: "waiting").update_all(state: "failed",
                                         message: "The server stopped before this began; start it again.")
      unfinished.select(&:lost?).each { |run| run.fail_with(Run::LOST) }
      kept = unfinished.ids + LASTING.flat_map { |kind| where(kind:, state: "done").order(id: :desc).limit(KEPT).ids } +
             where(kind: "running").where("json_extract(result, '$.clean') IS NOT 1").ids
      Dir.children(directory).each { |name| directory.join(name).delete unless kept.include?(name.to_i) }
      StoredModel.where(ready: false).where(updated_at: ..1.hour.ago).find_each(&:discard)
    end
  end

  def database_path = self.class.directory.join("#{id}.sqlite")
  def output_path = self.class.directory.join("#{id}.output")
  def upload_path = self.class.directory.join("#{id}.upload")

  # All of them, with what the engine put beside them; what cleans up after a run stays until it is clean.
  def remove_files
    return if unclean?

    Dir.glob(self.class.directory.join("#{id}.*")).each { |path| File.delete(path) }
  end
end
