# frozen_string_literal: true

# A server that starts finds what one that was stopped left unfinished.
Rails.application.config.after_initialize do
  Run.mark_interrupted if defined?(Puma::Server) && ActiveRecord::Base.connection.data_source_exists?("runs")
rescue ActiveRecord::ActiveRecordError
  nil # no database yet: it is being prepared
end
