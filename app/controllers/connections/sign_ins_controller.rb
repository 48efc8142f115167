# frozen_string_literal: true

# Connecting and disconnecting. Connecting tries every step, and says where it ends.
class SignInsController < ApplicationController
  before_action { @connection = Connection.seen_by(person).find(params[:connection_id]) }

  # secret: if none is kept.
  def create
    given = @connection.kept_secret || params[:secret].to_s
    @check = StepCheck.new(@connection.with(@connection.of_file? ? nil : given))
    if @check.passed?
      keep(given)
    else
      @connection.sign_ins.where(person:).delete_all
    end
    render "connections/show", status: @check.passed? ? :ok : :unprocessable_entity
  end

  def destroy
    @connection.sign_ins.where(person:).delete_all
    redirect_back_or_to connections_path, status: :see_other
  end

  private

  def keep(given)
    SignIn.transaction do
      @connection.sign_ins.where(person:).delete_all
      @connection.sign_ins.create!(person:, facts: @check.facts, secret: @connection.kept_secret ? nil : given)
    end
  end
end
