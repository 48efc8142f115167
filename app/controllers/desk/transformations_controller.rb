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
    return show_anew(change) unless seen?(shown(change)) || typed_since?

    commit change, label: "#{type.title}: #{elements.map { |element| element.label(@model) }.join(', ')}"
  end

  helper_method :given

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

  # What somebody gives it.
  def given = { name: params[:name], stem: params[:stem], attributes: Array(params[:attributes]) }

  def change_set(given = self.given)
    Kelvath::Transforming.change(params[:key], @model, ids: Ids, element_ids: elements.map(&:id), **given)
  end

  # Is only what the person has typed since it was shown other than that? With what was typed by then it would still do
  # what was shown. seen: that, as the preview hands it back.
  def typed_since?
    before = JSON.parse(params[:seen].to_s, max_nesting: 3)
    return false unless before.is_a?(Hash)

    before = before.symbolize_keys.slice(:name, :stem, :attributes)
    return false if before == given || before.values_at(:name, :stem).any? { |text| !(text.nil? || text.is_a?(String)) }

    before[:attributes] = Array(before[:attributes]).map(&:to_s)
    shown(change_set(before)).same?(params[:shown])
  rescue JSON::ParserError, Kelvath::Error
    false
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
