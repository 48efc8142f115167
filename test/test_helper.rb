# frozen_string_literal: true

ENV["RAILS_ENV"] ||= "test"
require "tmpdir"
ENV["KELVATH_PROOF_SERVERS"] = File.join(Dir.tmpdir, "kelvath-proof-servers-#{Process.pid}") # any user can go there
ENV["KELVATH_PRACTICE_SERVERS"] = File.join(Dir.tmpdir, "kelvath-practice-#{Process.pid}")
require_relative "../config/environment"
require "rails/test_help"
require Rails.root.join("demo/hollin_sound_ferries")
require Rails.root.join("demo/words")
require Rails.root.join("lib/engines/postgresql_engine")
require Rails.root.join("lib/engines/mariadb_engine")

ActiveRecord::Migration.maintain_test_schema!

module TestModels
  # The demo model, stored; built once for the whole run and copied from there.
  def ferries(by: "Guest")
    @@ferries ||= Demo::HollinSoundFerries.change_set(ids: Ids)
    StoredModel.start("Hollin Sound Ferries", by: "Loader", label: "Loaded", change_set: @@ferries)
  end

  # The demo's lexicon and a rulebook that ships, each at its first version.
  def house_words
    StoredModel.start(Demo::Words::TITLE, by: "Loader", label: "Loaded", change_set: Demo::Words.change_set(ids: Ids),
                      sort: "lexicon").tap { |stored| stored.release(by: "Loader") }
  end

  def house_rules(key = "short")
    StoredModel.start("#{key.capitalize} names", by: "Loader", label: "Loaded", change_set: Kelvath::Naming::Shipped
      .begin(key, "#{key.capitalize} names", ids: Ids), sort: "rulebook").tap { |stored| stored.release(by: "Loader") }
  end

  def entity(model, name) = model.all(:entity).find { |each| each.name == name }
end

# What a preview shows, as its form would hand it back.
module SeenPreviews
  # The token in the form of a page; at: of the one whose form goes there.
  def seen(path, **params)
    get path, params:, headers: { "HX-Request" => "true" }
    shown = Nokogiri::HTML5.fragment(response.body)
    shown.at_css("input[name=shown]")&.[]("value") ||
      JSON.parse(shown.at_css("form[hx-vals*=shown]")["hx-vals"]).fetch("shown")
  end
end

Minitest.after_run do
  Kelvath::Practice.platforms.each { |platform| PracticeServer.stop(platform) }
  FileUtils.rm_rf(ENV.fetch("KELVATH_PRACTICE_SERVERS"))
end

# A test of an engine that is not installed here is skipped; where everything is to be tried (CI=true) it fails.
module EngineOrSkip
  def capture_exceptions
    super do
      yield
    rescue PostgresqlEngine::Missing, MariadbEngine::Missing => error
      ENV["CI"] ? flunk(error.message) : skip(error.message)
    end
  end
end

class ActiveSupport::TestCase
  include TestModels
  include SeenPreviews
  prepend EngineOrSkip
  parallelize(workers: 1)
  teardown do
    ModelCache.clear
    NamingStandard.clear
  end
end

# For requests about the ferry company: its model and its logical diagram.
module FerriesAtHand
  extend ActiveSupport::Concern

  included do
    setup do
      host! "localhost"
      @stored = ferries
      @model = @stored.model
      @logical = @model.all(:diagram).find { |diagram| diagram.stage == "logical" }
    end
  end

  # A request as the desk sends it.
  def ask(verb, path, **params) = public_send(verb, path, params:, headers: { "HX-Request" => "true" })
  def now = @stored.reload.model
  def id(name) = entity(@model, name).id
end
