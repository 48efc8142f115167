# frozen_string_literal: true

# What would mend a finding: shown, then done.
class FixesController < ApplicationController
  include OfFinding, ConfirmsShown

  def new
    @finding = finding
    @fixes = offered
    render layout: false
  end

  # shown: what of it was shown, by which it is known; text: what it asks for.
  def create
    fix, = offered.find { |_, _, shown| shown.same?(params.require(:shown)) }
    unless fix
      return complain("That fix is not offered any more, or would do something else by now: open the finding again " \
                      "and see. Nothing was written.", status: :conflict)
    end

    given = fix.asks ? [ params.require(:text) ] : []
    commit fix.change.call(Ids, *given), label: "Mended a finding: #{fix.title}"
  end

  private

  # [[Fix, the ChangeSet that it is, nil for one that asks first, Shown], …]
  def offered
    @finding = finding
    fixes.map do |fix|
      change = fix.asks ? nil : fix.change.call(Ids)
      others = [ @finding.key, @finding.message, fix.title, fix.asks.to_s ]
      [ fix, change, Shown.new(Kelvath::ChangeSet::Fingerprint.of(*change, others:)) ]
    end
  end

  def fixes = Kelvath::Findings.fixes(@model, finding, NamingStandard.of(@model))
end
