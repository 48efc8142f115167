# frozen_string_literal: true

require_relative "altering/matching/pairing"
require_relative "altering/matching/likeness"
require_relative "altering/matching/partings"
require_relative "altering/matching/heirs"
require_relative "altering/matching/changes"
require_relative "altering/matching/type_change"
require_relative "altering/asking/proposals"
require_relative "altering/matching/scattered"
require_relative "altering/matching/touched"
require_relative "altering/matching/order"
require_relative "altering/statements/renames"
require_relative "altering/asking/speech"
require_relative "altering/asking/questions"
require_relative "altering/asking/widening"
require_relative "altering/asking/losses"
require_relative "altering/statements/taking_down"
require_relative "altering/statements/columns"
require_relative "altering/statements/counters"
require_relative "altering/statements/copies"
require_relative "altering/statements/moves"
require_relative "altering/statements/partitions"
require_relative "altering/statements/inheritance"
require_relative "altering/statements/building_up"
require_relative "altering/statements/others"
require_relative "altering/statements/in_place"
require_relative "altering/alteration"
require_relative "altering/sample_rows"
require_relative "altering/asking/answers"
require_relative "altering/asking/sentences"
require_relative "altering/trial"

module Kelvath
  # Scripts that take a database from one state of a design to another, its rows kept.
  module Altering
    # A state of a design. told: does a database tell it, which says some things in words of its own?
    Side = Struct.new(:model, :design_id, :told, keyword_init: true) do
      # What a database says of itself, as an Intake::Catalog. platform: its key; given: as Intake::DesignBuilder takes
      # and answers it, to be filled.
      def self.of_catalog(catalog, platform, ids:, given: {}.compare_by_identity, design_id: nil)
        builder = Intake::DesignBuilder.new(catalog, Platforms.fetch(platform), ids, name: "Database", known: given,
                                                                                     design_id:)
        side = new(model: Model.of(builder.elements), design_id: builder.design.id, told: true)
        given.merge!(builder.given)
        side
      end

      # What a comparison lays beside that of another Side: see Comparison::Outline.of_design. Made once.
      def outline(without: [])
        (@outlines ||= {})[without] ||=
          Comparison::Outline.of_design(model, design_id, Platforms.fetch(design.platform), without:)
      end

      # The Design, and the platform in its version.
      def design = model.fetch(design_id, :design)
      def platform = Platforms.of(model, design)
    end

    module_function

    # The Alteration from a Side to a Side. answers: { [about, question] => text }, as Questions asks them; recipe: of
    # it, quoting, letters, terminator, heading and how big tables are treated count; identified: is what is the same
    # known by its id alone, so that two things of one name may be two? Raises InvalidValue if the sides
    # are for two platforms, or the platform has no way to alter anything.
    def between(start, goal, answers: {}, recipe: Scripting::Recipes.usual, identified: false)
      platforms = [ start, goal ].map { |side| side.platform.class }
      unless platforms.uniq.one?
        raise InvalidValue.new("One is for #{platforms[0]::TITLE}, the other for #{platforms[1]::TITLE}; convert one " \
                               "of them first.", field: :from, value: platforms[0].key)
      end

      pairing = Pairing.new(start, goal, answers, identified:)
      Alteration.new(pairing.start, pairing.goal, told: start.told || goal.told, answers:, recipe:,
                     proposals: pairing.proposals)
    end

    # How a table or a column, or another part of a table, is named in questions: "vessel", "crew.member",
    # "vessel.length", in small letters.
    def about(model, element)
      parent = model[element.parent_id]
      parts = element.respond_to?(:name_parts) ? element.name_parts(model) :
                [ (about(model, parent) unless parent.nil? || parent.kind == :design), element.name ].compact
      parts.join(".").downcase
    end
  end
end
