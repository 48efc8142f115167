# frozen_string_literal: true

module Kelvath
  module Ddl
    # PostgreSQL follows the standard in all that a design holds so far.
    class PostgresqlWriter < Writer
    end
  end
end
