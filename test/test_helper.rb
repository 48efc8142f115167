# frozen_string_literal: true

ENV["RAILS_ENV"] ||= "test"
require_relative "../config/environment"
require "rails/test_help"
require Rails.root.join("demo/hollin_sound_ferries")

ActiveRecord::Migration.maintain_test_schema!

module TestModels
  # The demo model, stored; built once for the whole run and copied from there.
  def ferries(by: "Guest")
    @@ferries ||= Demo::HollinSoundFerries.change_set(ids: Ids)
    StoredModel.start("Hollin Sound Ferries", by: "Loader", label: "Loaded", change_set: @@ferries)
  end

  def entity(model, name) = model.all(:entity).find { |each| each.name == name }
end

class ActiveSupport::TestCase
  include TestModels

  parallelize(workers: 1)
  teardown { ModelCache.clear }
end
