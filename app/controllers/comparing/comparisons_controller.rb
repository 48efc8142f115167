# frozen_string_literal: true

# Two sides laid beside each other.
class ComparisonsController < ApplicationController
  include ComparisonScoped

  # left, right: keys of ComparedSide to begin with.
  def index
    @sides = ComparableSides.new(@stored, @model)
    @comparisons = @stored.comparisons.order(updated_at: :desc).limit(20)
    @desk = Desk.new(@stored, @model, view: "comparisons")
  end

  # left, right: keys of ComparedSide; instead of right: a file, or the id of a connection to read.
  def create
    left = ComparedSide.new(@stored, params.require(:left))
    right = read || ComparedSide.new(@stored, params.require(:right))
    comparison = @stored.comparisons.create!(person:, left: left.key, right: right.key)
    redirect_to model_comparison_path(@stored, comparison), status: :see_other
  end

  # What is looked at: as ComparisonPage::Look takes it.
  def show
    @sides = ComparableSides.new(@stored, @model)
    @reading = @comparison.reading
    @desk = Desk.new(@stored, @model, view: "comparisons")
    @page = ComparisonPage.new(@comparison, ComparisonPage::Look.of(params)) unless @reading
  end

  # left, right, base: keys of other sides; file: what both come from.
  def update
    sides = %w[left right].filter_map { |side|
 params[side] && [ side, ComparedSide.new(@stored, params[side]).key ] }.to_h
    base = read&.key || params[:base]
    sides["base"] = base.presence && ComparedSide.new(@stored, base).key if base
    changed = sides.except("base").any? { |side, key| @comparison[side] != key }
    @comparison.update!(**sides, **(changed ? { said: {}, chosen: {} } : {}))
    redirect_to model_comparison_path(@stored, @comparison), status: :see_other
  end

  def destroy
    @comparison.destroy!
    redirect_to model_comparisons_path(@stored), status: :see_other
  end

  private

  # The ComparedSide that a file or a connection becomes when it is read; nil if none is sent.
  def read
    run = params[:file].respond_to?(:tempfile) ? from_file(params[:file]) : from_connection
    return unless run

    RunJob.perform_later(run)
    ComparedSide.new(@stored, "read:#{run.id}")
  end

  def from_file(file)
    name = Kelvath::Metamodel::ValueCheck.plain(File.basename(file.original_filename.to_s)).first(80)
    run(name.presence || "File", platform: platform).tap { |run| FileUtils.cp(file.tempfile.path, run.upload_path) }
  end

  # Only somebody who is connected reads a database.
  def from_connection
    return if params[:connection].blank?

    connection = Connection.seen_by(person).find(params[:connection])
    connection.target(person)
    run(connection.name, connection: connection.id)
  end

  def run(title, **options) = @stored.runs.create!(kind: "side", title:, person:, options: options.compact)

  # What a script is taken for that does not tell its platform.
  def platform
    design = @model.of_kind(params[:left].to_s.split("/", 2).last, :design) || @model.all(:design).first
    design&.platform
  end
end
