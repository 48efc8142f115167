# frozen_string_literal: true

# What a database holds, and what of it a choice takes, told while somebody chooses.
class ListingsController < ApplicationController
  # words: only Items with these in their names are shown; the rest: as IntakeSettings has it.
  def create
    connection = Connection.seen_by(person).find(params[:connection_id])
    run = ListingCache.run(connection, person, within: ListingCache::CHOOSING)
    raise Kelvath::NotFound, "Ask it again what it has." unless run&.done?

    listing = ListingCache.of(run)
    render partial: "takings/listing", locals: { page: ListingPage.new(
      listing, IntakeSettings.new(params.to_unsafe_h).scope, words: params[:words]
    ) }
  end
end
