# frozen_string_literal: true

# The switch between an element's own names and those of the other side. It is the person's, whatever the model.
class OtherNamesController < ApplicationController
  def update
    session[:other_names] = session[:other_names] ? nil : "yes"
    redirect_back_or_to root_path, status: :see_other
  end
end
