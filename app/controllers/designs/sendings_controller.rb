# frozen_string_literal: true

# A decision that is sent up to the logical side: shown first, then done.
class SendingsController < ApplicationController
  include DesignScoped

  before_action :set_change

  def show
    @desk = desk("sending")
  end

  def create
    @stored.journal.commit(@change, by: person)
    redirect_to model_design_decisions_path(@stored, @design.id), status: :see_other
  end

  private

  def set_change
    base = KeptBase.of(@design) or raise Kelvath::NotFound, "What was derived last is not known."
    @decision = Kelvath::Derivation::Again::Decisions.of(@model, @design.id, base.elements).all
                                                     .find { |each| each.key == params[:decision_id] }
    raise Kelvath::NotFound, "There is no such decision any more." unless @decision

    @change = Kelvath::Derivation::SendingUp.change(@model, @decision, ids: Ids,
                                                    standard: NamingStandard::Choice.of(@model).standard)
  end
end
