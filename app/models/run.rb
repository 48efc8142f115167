# frozen_string_literal: true

# A piece of long work that reports how far it is: an intake or a proof run.
class Run < ApplicationRecord
  KINDS = %w[intake proof].freeze
  REPORT_EVERY = 0.25 # seconds between two reports to the database
  UNFINISHED = %w[waiting working].freeze

  belongs_to :stored_model, foreign_key: :model_id, optional: true

  scope :unfinished, -> { where(state: UNFINISHED) }

  # Where proof databases and uploaded files of runs lie; names come from the run's number alone.
  def self.directory = Rails.root.join("storage/runs").tap(&:mkpath)

  # Runs that a stopped server left behind can never end by themselves.
  def self.mark_interrupted
    unfinished.update_all(state: "failed", message: "The server stopped while this ran. Nothing was kept of it; start it again.")
  end

  def database_path = self.class.directory.join("#{id}.sqlite")
  def upload_path = self.class.directory.join("#{id}.upload")
  def unfinished? = UNFINISHED.include?(state)
  def failed? = state == "failed"

  # Does the work of the block, which gets a progress; keeps what it answers as the result.
  def carry_out
    update!(state: "working")
    update!(state: "done", result: yield(progress))
  rescue Kelvath::Error => error
    update!(state: "failed", message: error.message)
  rescue StandardError => error
    Rails.logger.error(error.full_message)
    update!(state: "failed", message: "Something went wrong that we did not foresee (#{error.class}). Nothing was changed.")
  end

  private

  def progress
    last = 0.0
    Kelvath::Progress.new do |done, total, what|
      now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      next if now - last < REPORT_EVERY

      last = now
      update_columns(done:, total:, step: what)
    end
  end
end
