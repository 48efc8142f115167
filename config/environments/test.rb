# frozen_string_literal: true

Rails.application.configure do
  config.x.news_every = 60_000 # tests that want news say so
  config.x.notices_stay = 3_600_000 # until the next one comes, however slow the machine is
  config.enable_reloading = false
  config.eager_load = ENV["CI"].present? && ENV["KELVATH_ONE_RUN"].nil?
  config.consider_all_requests_local = true
  config.action_dispatch.show_exceptions = :rescuable
  config.action_controller.allow_forgery_protection = false
  config.active_support.deprecation = :stderr
end
