# frozen_string_literal: true

# The names of a model by its standard, or by another: shown row by row, then taken as one change.
class NamingController < ApplicationController
  include ModelScoped

  def show
    @page = NamingPage.new(@stored, @model, params)
    @desk = Desk.new(@stored, @model, view: "naming", stage: nil)
  end

  def create
    page = NamingPage.new(@stored, @model, params)
    return lead if params[:leads]

    change = page.change(taken: Array(params[:taken]),
                         edited: params[:names].respond_to?(:to_unsafe_h) ? params[:names].to_unsafe_h : {})
    done = @stored.journal.commit(change, by: person, label: label(page, change), follow: false)
    flash[:notice] = done ? "#{done.entry.label}. Undo takes all of it back." :
                       "Nothing was ticked, so nothing has changed."
    redirect_to model_naming_path(@stored, **page.address.except(:lexicon, :rulebook)), status: :see_other
  end

  private

  # Which side the names lead from: a design, or the logical side.
  def lead
    header = @model.header
    design = @model[params[:leads].presence]
    @stored.journal.commit(Kelvath::Editing.set(@model, header.id, "names_from_id", design&.id.to_s), by: person,
                           follow: false)
    flash[:notice] = design ? "Logical names follow the design #{design.name} now." :
                       "Physical names follow the logical ones now."
    redirect_to model_naming_path(@stored, design: params[:design].presence), status: :see_other
  end

  def label(page, change)
    renamed = change.updates.count { |update| update.field == :name }
    return "Followed #{page.choice.title}" if renamed.zero?

    "Named #{helpers.counted(renamed, 'object')} by #{page.choice.title}"
  end
end
