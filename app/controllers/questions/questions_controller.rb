# frozen_string_literal: true

# Questions in SQL about a model: asked, kept, taken away as files. Asking changes nothing.
class QuestionsController < ApplicationController
  include ModelScoped

  HISTORY = 5000 # entries of the journal that can be asked

  # sql: the question, if one is asked.
  def index
    look(nil)
    @sql = params[:sql].to_s
    answer
  end

  def show
    look(@model.fetch(params[:id], :question))
    @sql = params.key?(:sql) ? params[:sql].to_s : @question.sql
    answer
  end

  # name, sql: kept under that name; one of that name is changed.
  def create
    name = Kelvath::Metamodel::Question.fetch_field(:name).parse(params.require(:name))
    sql = Kelvath::Metamodel::Question.fetch_field(:sql).parse(params[:sql].to_s)
    known = @model.all(:question).find { |each| each.name.casecmp?(name) }
    id = known&.id || Ids.next
    change = known ? Kelvath::ChangeSet.set(known, sql:) :
               Kelvath::ChangeSet.new(additions: [ Kelvath::Metamodel::Question.new(id:, name:, sql:) ])
    @stored.journal.commit(change, by: person, follow: false) unless change.empty?
    redirect_to model_question_path(@stored, id), status: :see_other
  end

  def destroy
    change = Kelvath::Editing.remove(@model, [ @model.fetch(params[:id], :question).id ], ids: Ids)
    @stored.journal.commit(change, by: person, follow: false)
    redirect_to model_questions_path(@stored), status: :see_other
  end

  private

  def look(question)
    @question = question
    @views = Kelvath::Questions.views(@model, standard: NamingStandard.of(@model), journal: method(:history))
    @desk = Desk.new(@stored, @model, view: "questions")
  end

  def history
    entries = @stored.journal_entries.order(revision: :desc).limit(HISTORY)
    entries.pluck(:revision, :created_at, :person, :label)
           .map { |revision, at, person, label| [ revision, at.utc.strftime("%F %T"), person, label ] }
  end

  # What is wrong with a question stands on its page; a file of it is not made then.
  def answer
    @answer = Asking.answer(@views, @sql) unless @sql.strip.empty?
    respond_to do |format|
      format.html { render :show }
      format.csv { send_data SheetFile.csv(sheet), filename: "#{file}.csv", type: "text/csv; charset=utf-8" }
      format.xlsx { send_data SheetFile.xlsx(sheet, @model.header.name), filename: "#{file}.xlsx",
                                                                         type: Mime[:xlsx].to_s }
    end
  rescue Kelvath::Error => error
    raise unless request.format.html?

    @fault = error.message
    render :show, status: :unprocessable_entity
  end

  def sheet
    raise Kelvath::Error, "Type a question in SQL first." unless @answer

    [ @answer.columns, *@answer.rows.map { |row| row.map { |cell| cell.to_s } } ]
  end

  def file = "#{@model.header.name} #{@question ? @question.name : 'question'}".parameterize
end
