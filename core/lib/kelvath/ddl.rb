# frozen_string_literal: true

require_relative "ddl/lexer"
require_relative "ddl/alike"
require_relative "ddl/piece"
require_relative "ddl/names"
require_relative "ddl/name_finder"
require_relative "ddl/query"
require_relative "ddl/lineage"
require_relative "ddl/splitter"
require_relative "ddl/client"
require_relative "ddl/statement"
require_relative "ddl/order"
require_relative "ddl/unkept"
require_relative "ddl/saying"
require_relative "ddl/commenting"
require_relative "ddl/table_order"
require_relative "ddl/programs"
require_relative "ddl/parts"
require_relative "ddl/indexing"
require_relative "ddl/referring"
require_relative "ddl/writer"

module Kelvath
  # Schema scripts: writing them, and reading their text.
  module Ddl
    # What the script of its design says of one table, view, index or foreign key, as text; "" for what is in another
    # statement, or outside.
    def self.piece(model, element)
      design = [ element, *model.ancestors(element) ].find { |each| each.kind == :design }
      return "" if design.nil? || (element.kind == :table && element.outside)

      Platforms.fetch(design.platform).writer_class.new(model, design).statements_of(element)
               .map { |statement| "#{statement.sql};\n" }.join("\n")
    end

    # The Script of a design, as it is written without a recipe. Raises NotFound, UnknownName.
    def self.script(model, design_id)
      design = model.fetch(design_id, :design)
      Platforms.fetch(design.platform).writer_class.new(model, design).script
    end
  end
end
