# frozen_string_literal: true

# A piece of long work that reports how far it is: an intake or a proof run. What became of it is what stands
# in the database: a run that should be working and has given no sign of life for a while has been lost.
class Run < ApplicationRecord
  include InProcess, OwnFiles, Safety

  encrypts :secret

  WORK = { "intake" => "IntakeWork", "proof" => "ProofWork", "state" => "StateWork", "trial" => "TrialWork",
           "reading" => "ReadingWork", "joining" => "JoiningWork", "taking" => "TakingWork",
           "drift" => "DriftWork", "preparing" => "PreparingWork", "running" => "RunningWork",
           "connecting" => "ConnectingWork", "listing" => "ListingWork", "side" => "SideWork",
           "cleaning" => "CleaningWork", "publishing" => "PublishingWork" }.freeze
  REPORT_EVERY = 0.25 # seconds between two reports to the database
  UNFINISHED = %w[waiting working].freeze
  STOPPED = "This was stopped. Nothing of it was kept; start it again."
  LOST = "The process that did this ended without a word. Nothing of it was kept; start it again."
  LEFT = "Kelvath stopped while this script ran. What it has left in the database is not known yet: have it " \
         "checked, and cleaned up after."

  belongs_to :stored_model, foreign_key: :model_id, optional: true

  # What was done over a connection, the latest first.
  scope :over, lambda { |connection|
    where("json_extract(options, '$.connection') = ?", connection.id)
      .where.not(kind: %w[preparing connecting listing]).order(id: :desc)
  }
  # What was made of a dossier, the latest first.
  scope :of_dossier, lambda { |model_id, dossier|
    where(kind: "publishing", model_id:).where("json_extract(options, '$.dossier') = ?", dossier.id).order(id: :desc)
  }
  scope :unfinished, -> { where(state: UNFINISHED) }

  def unfinished? = UNFINISHED.include?(state) && !lost?
  def failed? = %w[failed stopped].include?(state) || lost?
  def done? = state == "done"
  def message
    return LEFT if unclean? && [ nil, LOST, STOPPED ].include?(super)

    super || (lost? ? LOST : nil)
  end

  # A new run, by a person, of what this one has prepared: one, ever. Raises Kelvath::Error for a second one.
  def running(person)
    stored_model.runs.create!(kind: "running", title:, person:, design_id:, prepared_id: id,
                              options: { prepared: id, **options.slice("connection") })
  rescue ActiveRecord::RecordNotUnique
    first = self.class.find_by!(prepared_id: id)
    raise Kelvath::Error, "This has been run already, by #{first.person} " \
                          "(#{first.created_at.strftime('%-d %B %Y, %H:%M:%S')}). Look again at what would happen " \
                          "there."
  end

  # A new run, by a person, that cleans up after this one. agreed: the digest of losses that the person has agreed to.
  def cleaning(person, agreed: nil)
    stored_model.runs.create!(kind: "cleaning", title: "Cleaning up after #{title}", person:, design_id:,
                              options: { run: id, agreed:, **options.slice("connection") }.compact)
  end

  # Does the work in this process, and keeps what it answers as the result.
  def work
    return unless begun?

    result = signing { WORK.fetch(kind).constantize.new(self).call(progress) }
    finish(result) unless done?
  rescue Kelvath::Error => error
    fail_with(error.message)
  rescue StandardError => error
    Rails.logger.error(error.full_message)
    fail_with(StorageTrouble.words(error) || unforeseen(error))
  end

  # What comes from a database, or goes to one, may be anything.
  def unforeseen(error)
    unless options["connection"]
      return "Something went wrong that we did not foresee (#{error.class}). Nothing was changed."
    end

    "What the database answered could not be made sense of (#{error.class}). " \
      "#{%w[running cleaning].include?(kind) ? 'Look at what was done before you go on.' : 'Nothing was changed.'}"
  end

  # Says that it is done; an intake does so together with writing its model.
  def finish(result, **others) = update!(state: "done", result:, **others)

  # Only what is not finished can end badly.
  def fail_with(message, state: "failed")
    self.class.unfinished.where(id:).update_all(state:, message: message.dup.force_encoding(Encoding::UTF_8).scrub("?"),
                                                updated_at: Time.current)
    reload
  end

  private

  # One process takes a run, once.
  def begun?
    self.class.where(id:, state: "waiting").update_all(state: "working", pid: Process.pid,
                                                       alive_at: Time.current).positive? && reload
  end

  def progress
    last = 0.0
    Kelvath::Progress.new do |done, total, what|
      now = Process.clock_gettime(::Process::CLOCK_MONOTONIC)
      next if now - last < REPORT_EVERY

      last = now
      update_columns(done:, total:, step: what.to_s.scrub("?").truncate(120), alive_at: Time.current)
    end
  end
end
