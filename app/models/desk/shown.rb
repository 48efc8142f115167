# frozen_string_literal: true

# What a preview shows, as its form hands it back: a fingerprint of the change, and short marks of its lines, so that a
# preview which no longer holds can be shown anew with what is different marked.
class Shown
  LINES = 2000 # that are told apart
  SHORT = 8 # hexadecimal digits of a line's mark

  # What is told when it no longer holds.
  GONE = "What this would do has changed since you looked, so nothing was written. It is shown as it would be now; " \
         "what is other than before is marked."

  # fingerprint: of the change; lines: texts that the preview shows.
  def initialize(fingerprint, lines = [])
    @fingerprint = fingerprint
    @lines = lines.first(LINES)
  end

  # For the form.
  def token = [ @fingerprint, *@lines.map { |line| mark(line) } ].join(".")

  # Was that what somebody has seen? given: a token.
  def same?(given) = given.to_s.split(".").first == @fingerprint

  # Is a line not among those of an earlier token? Nothing is fresh where nothing was seen.
  def self.fresh?(line, given)
    marks = given.to_s.split(".").drop(1)
    marks.any? && !marks.include?(Digest::SHA256.hexdigest(line)[0, SHORT])
  end

  private

  def mark(line) = Digest::SHA256.hexdigest(line)[0, SHORT]
end
