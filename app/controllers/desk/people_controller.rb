# frozen_string_literal: true

# Who is working here, for the journal. There are no accounts yet.
class PeopleController < ApplicationController
  def update
    session[:person] = Kelvath::Metamodel::Header.fetch_field(:name).parse(params[:name]).first(60)
    redirect_back_or_to root_path, status: :see_other
  end
end
