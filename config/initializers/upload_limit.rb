# frozen_string_literal: true

require Rails.root.join("lib/upload_limit")

Rails.application.config.middleware.insert_before Rack::MethodOverride, UploadLimit, limit: Rails.application.config.x.upload_limit
