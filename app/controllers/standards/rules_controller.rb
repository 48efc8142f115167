# frozen_string_literal: true

# One rule of a rulebook, changed a field at a time; the answer tells it in sentences with its example.
class RulesController < ApplicationController
  include StandardScoped

  def update
    rule = @model.fetch(params[:id], :name_rule)
    if params[:shown_again]
      return render("rules/shown", layout: false, locals: { rule:, name: params.require(:field).to_sym })
    end

    done = commit change(rule)
    return head(:no_content) unless done

    answer done, "rules/changed", shown: RulebookPage.new(@stored, params.merge(of: rule.of))
  rescue Kelvath::InvalidValue, Kelvath::InvalidChange, Kelvath::Conflict => error
    render "rules/refused", layout: false, status: refusal(error),
                            locals: { rule: @stored.reload.model.fetch(params[:id], :name_rule),
                                      field_name: params[:field].to_sym, typed: params[:value], error: }
  end

  private

  def change(rule)
    field = rule.class.fetch_field(params.require(:field))
    if field.internal?
      raise Kelvath::InvalidValue.new("The kind of a rule stays as it is.", field: :of, value: params[:value])
    end

    value = field.name == :pattern ? pattern : LexiconWriting.parse(field, params[:value])
    LexiconWriting.update(rule, field, value, seen: params[:seen])
  end

  # Letters of one's own come in a field beside, which shows once they are chosen.
  def pattern = Kelvath::Naming::Pattern.chosen(Array(params[:parts]).map(&:to_s), Array(params[:letters]))
end
