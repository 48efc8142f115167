# frozen_string_literal: true

class ApplicationController < ActionController::Base
  DEFAULT_PERSON = "Guest"

  helper_method :person

  # The last one declared is asked first: what is special comes after what is general.
  rescue_from Kelvath::Error do |error|
    complain(error.message, status: :unprocessable_entity)
  end
  rescue_from ActionController::ParameterMissing, ActionController::BadRequest do |error|
    complain(error.message, status: :bad_request)
  end
  rescue_from ActiveRecord::RecordNotFound, Kelvath::NotFound do
    complain("This is not there any more; it may have been removed meanwhile.", status: :not_found)
  end

  private

  # The name under which changes stand in the journal.
  def person = session[:person].presence || DEFAULT_PERSON

  # Says what is wrong: as a notice beside the work, or as a page of its own.
  def complain(message, status:)
    return render "shared/complaint", layout: false, formats: :html, status:, locals: { message: } if request.headers["HX-Request"]

    render "shared/complaint_page", layout: "application", formats: :html, status:, locals: { message: }
  end
end
