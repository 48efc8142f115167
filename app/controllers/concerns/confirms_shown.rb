# frozen_string_literal: true

# What is done is what was shown: a form that confirms a preview carries what that showed (Shown#token, as "shown"); if
# it would be something else by now, nothing is written and the preview comes again.
module ConfirmsShown
  extend ActiveSupport::Concern

  included { helper_method :fresh_line? }

  private

  # Is a preview still what was seen? If not, @unseen has what was, for the marks.
  def seen?(shown)
    return true if shown.same?(params[:shown])

    @unseen = params[:shown].to_s
    false
  end

  # Is a line of a preview that comes again other than those that were seen?
  def fresh_line?(line) = !@unseen.nil? && Shown.fresh?(line, @unseen)
end
