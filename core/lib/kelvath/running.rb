# frozen_string_literal: true

require_relative "running/states"
require_relative "running/clearing"
require_relative "running/foresight"
require_relative "running/way_back"

module Kelvath
  # Scripts that are run on somebody's database: what they would do there, and the way back if they stop half-way.
  module Running
    KINDS = %i[table view sequence routine enumeration].freeze # what stands in a database by itself
    ALONE = [ :schema, *KINDS ].freeze
    PARTS = %i[partition column key foreign_key check clause index trigger].freeze # what stands in a table

    module_function

    # The database that a script makes and goes on in, by name; nil if it stays where it begins.
    def place(script, platform)
      return unless platform.class::BEGINS_IN&.first&.match?(/\ACREATE DATABASE/)

      script.statements.find { |each| each.kind == "place" }&.name
    end

    # Statements as a script of a Platform, for its readers. sqls: texts without what ends them.
    def text(sqls, platform)
      Ddl::Script.new(heading: [], platform:, every: !platform.class::BATCH_END.nil?,
                      statements: sqls.map { |sql| Ddl::Statement.new("statement", "", sql.dup) }).text
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

    # { new: { kind => how many }, gone: …, renamed: …, changed: … } of things that stand by themselves, of
    # Altering::Changes; what changed within one counts as a change of it.
    def counts(changes)
      whole = ->(list) { list.reject { |each| each.values[:outside] }.map(&:kind).tally.transform_keys(&:to_s) }
      fresh, gone = %i[added removed].map { |way| ALONE.flat_map { |kind| changes.public_send(way, kind) } }
      other = ALONE.flat_map { |kind| changes.changed(kind) }
      renamed = other.select { |each| each.fields.intersect?(%i[name schema_id]) }.map(&:new)
      within = PARTS.flat_map { |kind| changes.added(kind) + changes.removed(kind) + changes.changed(kind).map(&:new) }
      tables = within.filter_map { |each| changes.goal[each.parent_id] || changes.start[each.parent_id] }
      changed = (other.reject { |each| (each.fields - %i[name schema_id]).empty? }.map(&:new) + tables)
      { new: whole.(fresh), gone: whole.(gone), renamed: whole.(renamed),
        changed: whole.(changed.uniq(&:id).reject { |each| [ *fresh, *gone ].any? { |one| one.id == each.id } }) }
    end

    # [[kind, its name in small letters], …] of what stands in a database by itself.
    def names(side)
      schemas = Metamodel::Design.schemas(side.model, side.design_id).map { |each| [ :schema, each.name.downcase ] }
      schemas + [ *KINDS, :partition ].flat_map { |kind| Metamodel::Design.elements(side.model, side.design_id, kind) }
                     .map { |each| [ each.kind, each.name_parts(side.model).join(".").downcase ] }
    end

    def outline(side) = side.outline(without: Proof::UNREAD)

    # [kind, name] of what stands by itself and holds what is other.
    def owner(difference)
      return [ difference.kind.to_s, difference.path ] if ALONE.include?(difference.kind)

      [ "table", difference.path.split(" · ").first ]
    end
    private_class_method :outline, :owner
  end
end
