# frozen_string_literal: true

require_relative "ddl/lexer"
require_relative "ddl/piece"
require_relative "ddl/splitter"
require_relative "ddl/statement"
require_relative "ddl/writer"
require_relative "ddl/sqlite_writer"
require_relative "ddl/postgresql_writer"

module Kelvath
  # Schema scripts: writing them, and reading their text.
  module Ddl
    WRITERS = { "sqlite" => SqliteWriter, "postgresql" => PostgresqlWriter }.freeze

    # The Script of a design. Raises NotFound, UnknownName.
    def self.script(model, design_id)
      design = model.fetch(design_id, :design)
      writer = WRITERS.fetch(design.platform) { raise UnknownName, "Scripts cannot be written for “#{design.platform}” yet." }
      writer.new(model, design).script
    end
  end
end
