# frozen_string_literal: true

require "strscan"
require_relative "reading/source"
require_relative "reading/log"
require_relative "reading/tokens"
require_relative "reading/passed"
require_relative "reading/dialect"
require_relative "reading/statements"
require_relative "reading/cursor"
require_relative "reading/said"
require_relative "reading/followers"
require_relative "reading/owning"
require_relative "reading/state"
require_relative "reading/grammar"
require_relative "reading/detection"
require_relative "reading/thing"

module Kelvath
  # The way from scripts to a catalog: what the database would hold if it had run them. Nothing that stands in a script
  # stops it: what cannot be read is told with its line, and reading goes on.
  module Reading
    # catalog: the Intake::Catalog, its log included; platform: the Platform whose dialect it was read in; why: the
    # reason
    # for it, in a sentence; statements: how many there were; lines: { what was made => [Source, line] }.
    Result = Struct.new(:catalog, :platform, :why, :statements, :lines, keyword_init: true) do
      # Was anything at all understood?
      def any?
        [ catalog.tables, catalog.views, catalog.sequences, catalog.enumerations, catalog.routines ].any?(&:any?)
      end

      # How much of everything there is: { tables: 3, … }.
      def counts
        tables = catalog.tables
        { tables: tables.size, columns: tables.sum { |table| table.columns.size },
          primary_keys: tables.count { |table| table.keys.any?(&:primary) },
          foreign_keys: tables.sum { |table| table.foreign_keys.size },
          indexes: tables.sum { |table| table.indexes.size }, views: catalog.views.size,
          sequences: catalog.sequences.size, routines: catalog.routines.size,
          triggers: tables.sum { |table| table.triggers.size }, schemas: catalog.schemas.size,
          kept_as_text: catalog.pieces.size,
          warnings: catalog.log.count { |remark| remark.level == :warning } }
      end
    end

    module_function

    # sources: Source values, in the order in which they would be run; platform: a Platform; nil to tell it from the
    # text; otherwise: the Platform to read it for if the text tells nothing, nil for standard SQL.
    # The block, if there is one, gets the State after each source.
    def read(sources, platform: nil, otherwise: nil, progress: Progress.none)
      known, dialect, why = platform ? [ platform, platform.dialect, "It was chosen." ] :
                              Detection.platform(sources, otherwise)
      log = Log.new
      grammar = Grammar.new(dialect, State.new(dialect), log)
      count = 0
      sources.each_with_index do |source, index|
        progress.step(index, sources.size, "reading #{source.name}")
        grammar.state.schema = nil if dialect.enters_schemas? # each is run by itself
        Statements.new(source, dialect, log).each do |statement|
          count += 1
          grammar.read(statement)
        end
        yield grammar.state if block_given?
      end
      Result.new(catalog: grammar.catalog, platform: known, why:, statements: count, lines: grammar.state.lines)
    end
  end
end
