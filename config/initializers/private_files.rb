# frozen_string_literal: true

# The database, what was sent and the logs are for nobody else on the machine.
File.umask(0o077)
Rails.application.config.after_initialize do
  Dir[*%w[storage/*.sqlite3* log/*.log storage/runs/*].map { |pattern| Rails.root.join(pattern).to_s }].each do |path|
    File.chmod(0o600, path) if File.file?(path)
  end
end
