# frozen_string_literal: true

require_relative "boot"
require_relative "../lib/secret_keys"

require "rails"
require "active_model/railtie"
require "active_job/railtie"
require "active_record/railtie"
require "action_controller/railtie"
require "action_view/railtie"

Bundler.require(*Rails.groups)

module KelvathWeb
  class Application < Rails::Application
    config.load_defaults 7.2
    config.autoload_lib(ignore: %w[tasks engines proof_servers.rb sqlite_child.rb upload_limit.rb upload_files.rb
                                   upload_pass.rb same_headers.rb secret_keys.rb command_connections.rb])
    config.generators.system_tests = nil

    # Controllers and models stand in rooms by what they serve; the rooms are no part of their names.
    Rails.autoloaders.main.collapse(*%w[app/controllers app/models].flat_map do |each|
      Dir[Rails.root.join(each, "*/")].reject { |room| room.end_with?("/concerns/") }
    end)

    # Scripts come as files from here and nowhere else; they import each other by digested name.
    config.assets.paths << Rails.root.join("vendor/javascript") << Rails.root.join("app/javascript")

    config.active_record.schema_format = :ruby

    # Secrets of connections are encrypted; what they are encrypted with stands in a file of its own.
    keys = SecretKeys.read(ENV.fetch("KELVATH_KEYS") { Rails.root.join("storage/keys-#{Rails.env}.json").to_s })
    config.active_record.encryption.primary_key = keys["primary_key"]
    config.active_record.encryption.deterministic_key = keys["deterministic_key"]
    config.active_record.encryption.key_derivation_salt = keys["key_derivation_salt"]
    config.hosts = [ "localhost", "127.0.0.1", "::1", *ENV["KELVATH_HOST"] ]
    config.x.news_every = 1_500 # ms between two questions for what others have done
    config.x.notices_stay = 6_000 # ms
    config.x.upload_folder = Rails.root.join("tmp/uploads")
    config.x.upload_limit = 100 * 1024 * 1024 # bytes
  end
end
