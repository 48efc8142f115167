# frozen_string_literal: true

# What was met when something was taken in, as a text to keep: a line for each, with its file and line where it has one.
class RunLogsController < ApplicationController
  def show
    run = Run.find(params[:run_id])
    raise Kelvath::NotFound, "It has no log." unless run.done? && run.result.to_h.key?("log")

    text = run.result["log"].map { |remark| "#{line(remark)}\n" }.join
    send_data text, filename: "#{run.title.parameterize.presence || 'log'}.log", type: "text/plain; charset=utf-8"
  end

  private

  def line(remark)
    place = [ remark["file"].presence, remark["line"] ].compact.join(":")
    [ place.presence, remark["level"], remark["object"].presence, remark["message"] ].compact.join(": ")
  end
end
