# frozen_string_literal: true

# Who finds the database locked by another writer waits in Ruby, so that the other threads of the process go on
# meanwhile. SQLite's own wait would hold Ruby's lock, and with it the very thread that is to let go.
module SqliteWaiting
  private

  def configure_connection
    super
    @raw_connection.busy_handler_timeout = self.class.type_cast_config_to_integer(@config.fetch(:timeout))
  end
end

ActiveSupport.on_load(:active_record_sqlite3adapter) { prepend SqliteWaiting }
