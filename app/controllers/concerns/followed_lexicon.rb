# frozen_string_literal: true

# For what adds to the lexicon that a model follows.
module FollowedLexicon
  extend ActiveSupport::Concern

  included do
    include ModelScoped
    before_action :set_lexicon
  end

  private

  def set_lexicon
    @lexicon = NamingStandard::Choice.of(@model).stored_lexicon ||
               raise(Kelvath::Error, "This model follows no lexicon yet; choose one on its Naming page.")
  end

  # Adds to the lexicon, releases it as it stands, and the model follows; its names that follow move along. Answers the
  # Journal::Commit of the model.
  def add_to_lexicon(change_set)
    @lexicon.journal.commit(change_set, by: person, follow: false)
    number = @lexicon.release(by: person)
    VersionEffect.new(@stored, @lexicon).move_on(number, by: person)
  end
end
