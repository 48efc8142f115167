# frozen_string_literal: true

require "active_support/core_ext/numeric/bytes"

Rails.application.configure do
  config.enable_reloading = false
  config.eager_load = ENV["KELVATH_ONE_RUN"].nil?
  config.consider_all_requests_local = false
  config.public_file_server.headers = { "cache-control" => "public, max-age=31536000, immutable" }
  config.force_ssl = ENV["KELVATH_HTTPS"].present?
  config.logger = ActiveSupport::TaggedLogging
    .new(ActiveSupport::Logger.new(Rails.root.join("log/production.log"), 2, 10.megabytes))
  config.log_tags = [ :request_id ]
  config.log_level = ENV.fetch("RAILS_LOG_LEVEL", "info")
  config.active_support.report_deprecations = false
  config.active_record.dump_schema_after_migration = false
  config.active_record.attributes_for_inspect = [ :id ]
end
