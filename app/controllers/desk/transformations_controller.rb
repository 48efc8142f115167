# frozen_string_literal: true

# Changes of structure by name: what one would do is shown first, then done.
class TransformationsController < ApplicationController
  include ModelScoped, ConfirmsShown

  def new
    @elements = elements
    @type = Kelvath::Transforming.fetch(params.require(:key))
    @arguments = @type.arguments(@model, @elements)
    @change = preview
    @shown = shown(@change) if @change
    render layout: false
  end

  def create
    type = Kelvath::Transforming.fetch(params.require(:key))
    change = change_set
    return show_anew(change) unless seen?(shown(change))

    commit change, label: "#{type.title}: #{elements.map { |element| element.label(@model) }.join(', ')}"
  end

  private

  def shown(change)
    Shown.new(Kelvath::ChangeSet::Fingerprint.of(change),
              helpers.change_lines(change, @model).map { |line| line.join(" ") })
  end

  # The preview in its dialog, which stays open.
  def show_anew(change)
    @change, @shown = change, shown(change)
    render "transformations/effect", layout: false, status: :conflict
  end

  def elements = params.require(:chosen).split(",").map { |id| @model.fetch(id) }

  def change_set
    Kelvath::Transforming.change(params[:key], @model, ids: Ids, element_ids: elements.map(&:id), name: params[:name],
                                 stem: params[:stem], attributes: Array(params[:attributes]))
  end

  # Nothing can be shown until what it asks for has been chosen.
  def preview
    return if @arguments.any? { |argument| argument.type == :attributes } && params[:attributes].blank?

    change_set.tap { |change| Kelvath::Invariants.check(change, change.apply(@model)) }
  rescue Kelvath::InvalidValue, Kelvath::InvalidChange => error
    @refusal = error.message
    nil
  end
end
