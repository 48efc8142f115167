# frozen_string_literal: true

# The list of models, and what is done with a whole one.
class ModelsController < ApplicationController
  SHOWN = %w[hand archived deleted].freeze

  def index
    StoredModel.sweep
    @shown = params[:shown].presence_in(SHOWN) || "hand"
    @models = found
    @projects = Project.in_order
    @choices = StandardChoices.new
    @samples = DemoFiles.all
    @starters = KeptStarter.everything
    @model_name = params[:name]
  end

  def show
    stored = StoredModel.ready.find(params[:id])
    return redirect_to(helpers.standard_page(stored)) unless stored.model?

    redirect_to model_diagram_path(stored, Desk.new(stored, stored.model, view: "diagram").first_diagram.id)
  end

  # Empty, or with what a starter brings; in a project it follows that one's standards.
  def create
    name = params.require(:name)
    project = params[:project].presence && Project.find(params[:project])
    key = params[:starter].presence || project&.starter.presence
    starter = key && KeptStarter.fetch(key)
    change_set = starter ? Kelvath::Starters.begin(starter, name, ids: Ids) : Kelvath::Starting.empty(name, ids: Ids)
    stored = StoredModel.start(name, by: person, change_set: within(change_set, project),
                                     label: starter ? "Began with the starter #{starter.name}" : "Began an empty model")
    stored.update!(project:)
    redirect_to model_path(stored), status: :see_other
  end

  # Its name, its project, whether it is archived.
  def update
    rename if params[:name].present?
    stored.update!(project: params[:project].presence && Project.find(params[:project])) if params.key?(:project)
    stored.update!(archived_at: (Time.current if params[:archived] == "yes")) if params.key?(:archived)
    redirect_to models_path(shown: params[:shown].presence), status: :see_other
  end

  # It can be brought back for a while.
  def destroy
    stored.update!(deleted_at: Time.current)
    flash[:notice] = "Deleted #{stored.name}; it can be brought back for #{StoredModel::KEPT.in_days.to_i} days."
    redirect_to models_path(shown: params[:shown].presence), status: :see_other
  end

  private

  def stored = @stored ||= StoredModel.of_sort("model").find(params[:id])

  def found
    list = { "hand" => StoredModel.ready.at_hand, "archived" => StoredModel.ready.archived,
             "deleted" => StoredModel.deleted }.fetch(@shown)
    list = list.where(sort: "model").includes(:project).recent
    words = params[:q].to_s.squish
    words.empty? ? list : list.where("name LIKE ?", "%#{StoredModel.sanitize_sql_like(words)}%")
  end

  def rename
    header = stored.model.header
    stored.journal.commit(Kelvath::Editing.set(stored.model, header.id, "name", params[:name]), by: person)
  end

  # The change that begins a model, with the standards of its project.
  def within(change_set, project)
    return change_set unless project&.lexicon.present? || project&.rulebook.present?

    header = change_set.additions.find { |element| element.kind == :header }
    Kelvath::ChangeSet.new(additions: change_set.additions - [ header ] + [ header.with(**project.header_fields) ])
  end
end
