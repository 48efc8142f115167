# frozen_string_literal: true

# The words of a lexicon: looked for, added, changed a field at a time, removed.
class LexiconEntriesController < ApplicationController
  include StandardScoped

  def index
    @search = LexiconSearch.new(@model, params)
    render layout: false
  end

  def create
    change = Kelvath::Draft.change(@model, ids: Ids) do |draft|
      draft.add(:lexicon_entry, **LexiconWriting.new_values(params))
    end
    answer commit(change), "lexicon_entries/created", entry: change.additions.first
  end

  # All that is known of one word.
  def edit
    @entry = @model.fetch(params[:id], :lexicon_entry)
    render layout: false
  end

  def update
    return render("lexicon_entries/shown", layout: false) if params[:shown_again]

    done = commit LexiconWriting.change(@model, params[:id], params.require(:field), params[:value],
                                        seen: params[:seen])
    return head(:no_content) unless done

    answer done, "lexicon_entries/changed", entry: done.after.fetch(params[:id])
  rescue Kelvath::InvalidValue, Kelvath::InvalidChange, Kelvath::Conflict => error
    render "lexicon_entries/refused", layout: false, status: refusal(error),
           locals: { entry: @stored.reload.model.fetch(params[:id], :lexicon_entry), field_name: params[:field].to_sym,
                     typed: params[:value], error: }
  end

  def destroy
    entry = @model.fetch(params[:id], :lexicon_entry)
    answer commit(Kelvath::Editing.remove(@model, [ entry.id ], ids: Ids)), "lexicon_entries/removed", id: entry.id
  end
end
