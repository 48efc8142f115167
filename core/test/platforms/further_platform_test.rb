# frozen_string_literal: true

require "core_test_helper"
require_relative "tideline/tideline"

# A platform is added by its folder alone.
class FurtherPlatformTest < CoreTest
  def test_it_derives_writes_and_compares
    base, design_id = derived(model("Each Vessel may make many Sailings.",
                                    Vessel: [ "Hull Number: text(12): *", "Chartered: boolean" ]), "tideline")
    vessel = base.children(design_id, :table).find { |table| table.name == "vessel" }
    moored = Editing.set(base, vessel.id, :options, "MOORING: Quay 7").apply(base)
    assert_equal({ "mooring" => "Quay 7" }, moored[vessel.id].options)
    assert_equal "mooring: Quay 7",
                 Editing::FieldText.shown(moored, moored[vessel.id], Metamodel::Table.fetch_field(:options))

    script = Ddl.script(moored, design_id).text
    [ "for Tideline", "hull_number glyphs(12) NOT NULL", "chartered bit", "MOOR vessel AT 'Quay 7';" ].each do |text|
      assert_includes script, text
    end
    assert_operator base.children(design_id, :table).flat_map { |table| [ table, *base.children(table.id, :key) ] }
                        .map { |each| each.name.bytesize }.max, :<=, 12
    assert_equal [ [ :table, "vessel", :options ] ],
                 Comparison.designs(base, design_id, moored, design_id).map { |each|
                   [ each.kind, each.path, each.field ]
                 }
  end

  def test_options_and_features_are_asked_and_refused_by_name
    tideline = Platforms.fetch("tideline")
    assert_equal [ false, true, true, false ], [ [ :moorings, "1" ], [ :moorings, "2" ], [ :moorings, nil ],
                                                 [ :wharves, "2" ] ].map { |asked| tideline.supports?(*asked) }
    error = assert_raises(InvalidValue) { Platforms::Options.read("anchor: 3", tideline, :table) }
    assert_match(/“anchor: 3” is none of them. A table has these options in Tideline: mooring/, error.message)
    assert_match(/has no options/,
                 assert_raises(InvalidValue) { Platforms::Options.read("x", tideline, :check) }.message)
    sqlite = Platforms.fetch("sqlite")
    assert_equal({ "strict" => true, "without rowid" => true },
                 Platforms::Options.read("Strict; without rowid: yes", sqlite, :table))
    assert_match(/is one of rollback, abort/,
                 assert_raises(InvalidValue) { Platforms::Options.read("on conflict: wait", sqlite, :key) }.message)
  end
end
