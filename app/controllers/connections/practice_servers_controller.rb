# frozen_string_literal: true

# Practice servers of this machine: started, stopped, and told how to behave.
class PracticeServersController < ApplicationController
  # platform: its key.
  def create
    PracticeServer.start(params.require(:platform))
    back
  end

  # way: one of PracticeServer::BEHAVIOURS.
  def update
    PracticeServer.behave(params[:id], params[:way].to_s)
    back
  end

  def destroy
    PracticeServer.stop(params[:id])
    back
  end

  private

  def back = redirect_to(connections_path(anchor: "practice"), status: :see_other)
end
