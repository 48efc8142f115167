# frozen_string_literal: true

require "core_test_helper"

class ConversionTest < CoreTest
  def converted(model, design_id, platform)
    conversion = Derivation::Conversion.new(model, design_id, platform:, ids:)
    change = ChangeSet.new(additions: conversion.elements)
    Invariants.check(change, model)
    [ change.apply(model), conversion.design.id, conversion.remarks ]
  end

  # From each platform to each other one: what comes out is what that platform would derive, but for what it lacks.
  def test_every_platform_becomes_every_other
    Platforms.keys.each do |from|
      model, id = derived(ferries, from)
      Platforms.keys.each do |to|
        other, made, = converted(model, id, to)
        faults = Metamodel::Design.elements(other, made, :column).filter_map { |column|
          Platforms.of(other, column).type_fault(column.native_type)
        }
        assert_empty faults, "#{from} to #{to}"
        refute_match(/^-- Left out/, Ddl.script(other, made).text, "#{from} to #{to}")
        assert_equal model.children(id, :table).size, other.children(made, :table).size
      end
    end
  end

  def test_what_has_no_counterpart_is_listed
    model, id = derived(ferries, "postgresql")
    draft = Draft.new(model, ids:)
    table = model.children(id, :table).find { |each| each.name == "vessel" }
    draft.set(table.id, options: { "unlogged" => true }, name: "v" * 60)
    Editing::Tables.add_column(draft, table.id, "spot point default '(1,2)'")
    Editing::Tables.add_column(draft, table.id, "fast boolean default true")
    draft.set(draft.model.all(:foreign_key).first.id, on_update: "cascade")
    Editing::Tables.add_view(draft, id, "seen as select name from #{'v' * 60}")
    draft.set(draft.model.all(:design).first.id, version: "17")
    other, made, remarks = converted(draft.model, id, "oracle")
    [ /: Oracle has no option “unlogged” with yes\./, /spot: Oracle may not know the type point\./,
      /: Oracle does not cascade on update\./, /View .*seen: its SQL is kept as written\./ ]
      .each { |words| assert_match words, remarks.join("\n") }
    assert_equal 4, remarks.size
    script = Ddl.script(other, made).text
    assert_includes script, "fast boolean DEFAULT true"
    assert_includes script, "select name from #{'v' * 60}"
    hive = converted(model, id, "hive").last.grep(/which Hive does not have/)
    assert_match(/\A22 indexes, which Hive does not have: ix_\w+, ix_/, hive.join)
    again = Derivation.again(other, made, base: nil)
    assert_empty again.conflicts + again.arrivals.select { |each| each.way == :removed }
  end
end
