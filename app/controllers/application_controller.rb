# frozen_string_literal: true

class ApplicationController < ActionController::Base
  include Incoming

  DEFAULT_PERSON = "Guest"

  helper_method :person, :other_names?

  # The last one declared is asked first: what is special comes after what is general.
  rescue_from ActiveRecord::ActiveRecordError, SQLite3::Exception, SystemCallError do |error|
    complain(StorageTrouble.words(error) || raise(error), status: :service_unavailable)
  end
  rescue_from Kelvath::Error do |error|
    complain(error.message, status: :unprocessable_entity)
  end
  rescue_from(Kelvath::Conflict) { |error| complain(error.message, status: :conflict) }
  rescue_from(Journal::Busy) { |error| complain(error.message, status: :service_unavailable) }
  rescue_from ActionController::ParameterMissing, ActionController::BadRequest,
              Rack::Multipart::MultipartTotalPartLimitError do |error|
    complain(error.message, status: :bad_request)
  end
  rescue_from ActionController::UnknownFormat do
    complain("This is not given in that format.", status: :not_acceptable)
  end
  # A template that is missing for HTML is a fault of ours; for anything else nobody made one.
  rescue_from ActionView::MissingTemplate, ActionView::Template::Error do |error|
    if [ error, error.cause ].any?(ActionView::MissingTemplate) && request.format != :html
      next complain("This is not given in that format.", status: :not_acceptable)
    end

    (error.cause && !error.cause.is_a?(ActionView::Template::Error) && rescue_with_handler(error.cause)) || raise(error)
  end
  rescue_from ActiveRecord::RecordNotFound, Kelvath::NotFound do
    complain("This is not there any more; it may have been removed meanwhile.", status: :not_found)
  end
  rescue_from ActionController::InvalidAuthenticityToken do
    if request.headers["HX-Request"] && valid_request_origin?
      response.headers["X-Fresh-Token"] = form_authenticity_token
    end

    complain("The page had been open for too long, or came from elsewhere. Open it again; nothing was changed.",
             status: :forbidden)
  end

  private

  # Has htmx open another page.
  def leave_for(path)
    response.headers["HX-Redirect"] = path
    head :ok
  end

  # Does the person want to see the names of the other side?
  def other_names? = session[:other_names].present?

  # The name under which changes stand in the journal.
  def person = session[:person].presence || DEFAULT_PERSON

  # Says what is wrong: as a notice beside the work, or as a page of its own.
  def complain(message, status:)
    message = message.to_s.dup.force_encoding(Encoding::UTF_8).scrub("?").truncate(1000)
    if request.headers["HX-Request"]
      return render "shared/complaint", layout: false, formats: :html, status:, locals: { message: }
    end

    render "shared/complaint_page", layout: "application", formats: :html, status:, locals: { message: }
  end
end
