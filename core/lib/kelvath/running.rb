# frozen_string_literal: true

require_relative "running/foresight"
require_relative "running/cleaning"

module Kelvath
  # Scripts that are run on somebody's database: what they would do there, and the way back if they stop half-way.
  module Running
    KINDS = %i[table view sequence routine enumeration].freeze # what stands in a database by itself
    ALONE = [ :schema, *KINDS ].freeze

    module_function

    # The database that a script makes and goes on in, by name; nil if it stays where it begins.
    def place(script, platform)
      return unless platform.class::BEGINS_IN&.first&.match?(/\ACREATE DATABASE/)

      script.statements.find { |each| each.kind == "place" }&.name
    end

    # What is other in one state than in another: [Comparison::Difference, …]; sides: Altering::Sides. Tables that are
    # only referred to are in neither.
    def differences(before, after)
      outside = [ before, after ].flat_map { |side| outside(side) }
                                 .to_set { |table, side| table.label(side.model).downcase }
      Comparison.differences(*[ before, after ].map { |side| outline(side) })
                .reject { |each| outside.include?(owner(each).last.downcase) }
    end

    # Do two Sides differ in nothing, in tables that are only referred to neither?
    def same?(one, other) = outline(one) == outline(other)

    # [[Table, Side], …] of those that are only referred to.
    def outside(side)
      Metamodel::Design.tables(side.model, side.design_id).select(&:outside).map { |table| [ table, side ] }
    end

    # { new: { kind => how many }, gone: …, changed: … } of things that stand by themselves; what changed within one
    # counts as a change of it.
    def counts(differences)
      found = differences.group_by { |each| way(each) }.transform_values { |list| list.map { |each| owner(each) }.uniq }
      whole = found.values_at(:new, :gone).compact.flatten(1)
      found[:changed] = found.fetch(:changed, []) - whole
      %i[new gone changed].to_h { |way| [ way, found.fetch(way, []).map(&:first).tally ] }
    end

    def outline(side) = side.outline(without: Proof::UNREAD)

    def way(difference)
      whole = ALONE.include?(difference.kind) && difference.field.nil?
      return :changed unless whole

      difference.left.nil? ? :new : :gone
    end

    # [kind, name] of what stands by itself and holds what is other.
    def owner(difference)
      return [ difference.kind.to_s, difference.path ] if ALONE.include?(difference.kind)

      [ "table", difference.path.split(" · ").first ]
    end
    private_class_method :outline, :way, :owner
  end
end
