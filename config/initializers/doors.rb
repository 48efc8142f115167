# frozen_string_literal: true

require Rails.root.join("lib/upload_limit")
require Rails.root.join("lib/upload_pass")
require Rails.root.join("lib/upload_files")
require Rails.root.join("lib/same_headers")

Rails.application.config.middleware.insert_before 0, SameHeaders
Rails.application.config.middleware.insert_before Rack::MethodOverride, UploadLimit,
                                                  limit: Rails.application.config.x.upload_limit
Rails.application.config.middleware.insert_before Rack::MethodOverride, UploadFiles,
                                                  folder: Rails.application.config.x.upload_folder

# In the server, the limit holds before a body is taken at all; see config/puma.rb.
require "puma"
require "puma/server"
Puma::Client.prepend(UploadPass::Gate)
