# frozen_string_literal: true

# Rows of a ledger that have come into sight.
class StretchesController < ApplicationController
  include ModelScoped
  include LedgerViewed

  def show
    ledger = LedgerCache.fetch(@stored, @model, params[:ledger_id], ledger_view)
    group = ledger.groups.find { |each| each.id.to_s == params[:group].to_s } or return head(:no_content)
    render "stretches/show", layout: false, locals: { ledger:, group: }
  end
end
