# frozen_string_literal: true

require "core_test_helper"

# No name keeps a database out.
class MendingTest < CoreTest
  C = Intake::Catalog
  LONG = "x" * 1500

  def table(name, columns: [ "a" ], **rest)
    C::Table.new(name:, comment: "", columns: columns.map { |column| C::Column.new(
      name: column, native_type: "text", mandatory: false, identity: false, default_value: "", comment: ""
    ) },
                 keys: [], foreign_keys: [], checks: [], indexes: [], **rest)
  end

  def take(*tables, views: [])
    taken = Intake.take(Model::EMPTY, C.new(tables:, views:), platform: "sqlite", ids:, name: "Old")
    Invariants.check(taken.change_set, taken.change_set.apply(Model::EMPTY))
    [ taken.change_set.apply(Model::EMPTY), taken.log.map { |note| "#{note.object}: #{note.message}" } ]
  end

  def test_names_that_nobody_should_give_come_in
    names = { "  " => "unnamed", "y" * 500 => "y" * 500, LONG => "x" * 1000, "caf\xE9".b => "caf\uFFFD", "É" => "É",
              "é" => "é 2", "a\nb" => "a b", "ok" => "ok" }
    model, log = take(*names.keys.map { |name| table(name, columns: [ "a", "", "A\u0001", LONG ]) })
    assert_equal names.values.sort, model.all(:table).map(&:name).sort
    assert_equal names.size, model.all(:entity).size
    [ /unnamed: .*a name is needed/, /x+: .*at most 1000/, /caf.: .*no text that is known/,
      /é 2: .*case of letters only/, /a b: .*blanks are left out/ ].each { |note| assert(log.any?(note), note.inspect) }
    assert(log.none?(/\A(ok|É|y+):/))
  end

  def test_what_refers_to_a_mended_name_still_does
    key = ->(columns) { C::Key.new(name: "pk\u0007", primary: true, columns:) }
    parent = table(LONG, columns: [ "caf\xE9".b ], keys: [ key[[ "caf\xE9".b ]] ])
    child = table("child", columns: [ "p" ],
                  foreign_keys: [ C::ForeignKey.new(name: "", columns: [ "p" ], target_table: LONG,
                                                    target_columns: [ "caf\xE9".b ], on_delete: "cascade",
                                                    on_update: "no action") ])
    model, = take(parent, child)
    found = model.all(:foreign_key).first
    assert_equal [ "x" * 1000, [ "caf\uFFFD" ] ],
                 [ model[found.target_table_id].name, found.target_column_ids.map { |id| model[id].name } ]
    assert_equal 1, model.all(:relationship).size
  end

  def test_large_texts_are_kept_and_broken_ones_told
    views = [ C::View.new(name: "large", query: "SELECT 1 -- #{'x' * 100_000}", comment: ""),
              C::View.new(name: "evil", query: "SELECT 1; DROP TABLE payroll", comment: "a\u0002b") ]
    model, log = take(table("a"), views:)
    assert_equal [ 100_012, "SELECT 1; DROP TABLE payroll", "a b" ],
                 [ model.all(:view)[0].query.length, model.all(:view)[1].query, model.all(:view)[1].comment ]
    assert(log.any?(/evil: The query of this view holds more than one statement; it is kept as text/))
  end
end
