# frozen_string_literal: true

# Many words added to the model's lexicon at once: typed, one in a line, or from a file.
class WordListsController < ApplicationController
  include FollowedLexicon

  HEADINGS = %i[name short_forms].map { |name| Kelvath::Naming::LexiconSheet.label(name) }.freeze
  MOST = 5_000 # lines

  def create
    sheet = Kelvath::Naming::LexiconSheet.new(@lexicon.model, rows, ids: Ids)
    change_set = sheet.change(taken: [])
    raise Kelvath::Error, "All of these words are in #{@lexicon.name} already." if change_set.empty?

    add_to_lexicon(change_set)
    flash[:notice] = "#{helpers.counted(sheet.of(:new).size, "word")} added to #{@lexicon.name}; this model follows it."
    redirect_to model_compliance_path(@stored), status: :see_other
  end

  private

  def rows = params[:file].present? ? SheetFile.read(params[:file], formulas: true) : [ HEADINGS, *typed ]

  # "Berth, BTH, BRTH" -> ["Berth", "BTH, BRTH"]
  def typed
    lines = params[:text].to_s.lines.map { |line| Kelvath::Metamodel::ValueCheck.plain(line).strip }.reject(&:empty?)
    raise Kelvath::Error, "There are #{lines.size} lines; at most #{MOST} are read at once." if lines.size > MOST

    lines.map { |line| line.split(/\s*[,;\t]\s*/, 2).then { |word, shorts| [ word, shorts.to_s ] } }
  end
end
