# frozen_string_literal: true

# What a lexicon or rulebook as it stands now would rename in one model that follows it.
class VersionEffect
  # Of every model that follows it, by name.
  def self.of_followers(stored) = NamingStandard.followers(stored).map { |model| new(model, stored) }

  attr_reader :stored

  # stored: the model; followed: the lexicon or rulebook.
  def initialize(stored, followed)
    @stored = stored
    @followed = followed
  end

  def version = choice[:"#{@followed.sort}_version"]

  # Kelvath::Renaming::Plan::Row values of the names that would change.
  def rows = runs.flat_map(&:changes)

  # Makes the model follow a version, and takes the renames with it.
  def move_on(number, by:)
    header = stored.model.header
    field = :"#{@followed.sort}_version"
    follows = Kelvath::ChangeSet.set(header, field => number)
    stored.journal.commit(follows + runs.map(&:change).reduce(Kelvath::ChangeSet.new, :+), by:,
                          label: "Followed #{@followed.name} to version #{number}", follow: false)
  end

  private

  def choice = NamingStandard::Choice.of(stored.model)

  def runs = @runs ||= Kelvath::Renaming::Plan.whole(stored.model, standard)

  # The one followed as it stands now, the other at the version that the model follows.
  def standard
    now = choice.standard
    if @followed.sort == "lexicon"
      Kelvath::Naming::Standard.new(Kelvath::Naming::Lexicon.of(@followed.model), now.rulebook)
    else
      Kelvath::Naming::Standard.new(now.lexicon, Kelvath::Naming::Rulebook.of(@followed.model))
    end
  end
end
