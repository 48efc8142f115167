# frozen_string_literal: true

# Words that a model's names teach: proposed with their evidence, taken into its lexicon.
class LearningsController < ApplicationController
  include ModelScoped

  MOST = 300

  def show
    @choice = NamingStandard::Choice.of(@model)
    @proposals = Kelvath::Naming::Learning.of(@model, @choice.standard.lexicon).first(MOST)
    @lexicons = StoredModel.of_sort("lexicon").order(:name)
    @desk = Desk.new(@stored, @model, view: "naming", stage: nil)
  end

  # The lexicon gets what was ticked as a version of its own, and the model follows it.
  def create
    proposals = Array(params[:taken]).map(&:to_s).filter_map { |key| proposal(key) }
    raise Kelvath::Error, "Nothing was ticked, so nothing has been learned." if proposals.empty?

    lexicon = StoredModel.of_sort("lexicon").find(params.require(:lexicon).to_s)
    lexicon.journal.commit(Kelvath::Naming::Learning.take(
      lexicon.model, proposals, ids: Ids, source: @stored.name
    ), by: person, label: "Learned #{helpers.counted(proposals.size, 'word')} from #{@stored.name}", follow: false)
    LexiconFollowing.move(@stored, lexicon, by: person)
    flash[:notice] = "#{lexicon.name} has learned #{helpers.counted(proposals.size, 'word')}; they are proposed " \
                     "until somebody approves them."
    redirect_to model_learning_path(@stored), status: :see_other
  end

  private

  # A short form and the word that was chosen or typed for it.
  def proposal(key)
    word = (params[:words].respond_to?(:key?) ? params[:words][key] : nil).to_s.strip
    unless word.empty?
      Kelvath::Naming::Learning::Proposal.new(word: Kelvath::Metamodel::LexiconEntry.fetch_field(:name).parse(word),
                                              short: key, confidence: 1, evidence: [], others: [])
    end
  end
end
