# frozen_string_literal: true

module Kelvath
  module Running
    # The way back from what a run that stopped half-way has left. What others made meanwhile is not touched: only
    # things that were there before, or that the script makes, are looked at.
    class Cleaning
      # before: an Altering::Side of what was there; after: of what the script makes, whole; now: an Intake::Catalog of
      # what is there.
      def initialize(before, after, now, ids:)
        @before = before
        known = [ before, after ].flat_map { |side| Cleaning.names(side) }.to_set
        @now = Altering::Side.of_catalog(Cleaning.without_others(now, known), before.platform.key, ids:)
      end

      # Is everything as it was before?
      def clean? = differences.empty?

      # What is other than before, as lines.
      def differences = @differences ||= Running.differences(@before, @now).map(&:to_s)

      # The Ddl::Script that makes it so.
      def script = @script ||= Altering.between(@now, @before).script

      # [[kind, its name in small letters], …] of what stands in a database by itself.
      def self.names(side)
        schemas = Metamodel::Design.schemas(side.model, side.design_id).map { |each| [ :schema, each.name.downcase ] }
        schemas + KINDS.flat_map { |kind| side.model.children(side.design_id, kind) }
                       .map { |each| [ each.kind, each.name_parts(side.model).join(".").downcase ] }
      end

      LISTS = { tables: :table, views: :view, sequences: :sequence, routines: :routine,
                enumerations: :enumeration }.freeze

      # A catalog without what nobody here knows of.
      def self.without_others(catalog, known)
        lists = LISTS.to_h do |list, kind|
          [ list, catalog.public_send(list).select { |each| known.include?([ kind, each.title.downcase ]) } ]
        end
        schemas = catalog.schemas.select { |each| known.include?([ :schema, each.name.downcase ]) }
        Intake::Catalog.new(**lists, schemas:, domains: catalog.domains, pieces: catalog.pieces,
                                     version: catalog.version)
      end
    end
  end
end
