# frozen_string_literal: true

# Connecting and disconnecting. Connecting tries every step, in a process of its own, and says where it ends.
class SignInsController < ApplicationController
  before_action { @connection = Connection.seen_by(person).find(params[:connection_id]) }

  # secret: if none is kept.
  def create
    secret = @connection.of_file? || @connection.keeps_secret? ? nil : params[:secret].to_s
    run = Run.create!(kind: "connecting", title: @connection.name, person:, secret:,
      options: { connection: @connection.id })
    RunJob.perform_later(run)
    redirect_to connection_path(@connection, attempt: run.id), status: :see_other
  end

  def destroy
    @connection.sign_ins.where(person:).delete_all
    redirect_back_or_to connections_path, status: :see_other
  end
end
