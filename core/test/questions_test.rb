# frozen_string_literal: true

require "core_test_helper"

# What the views of a model hold.
class QuestionsTest < CoreTest
  def model
    @model ||= Derivation.derive(ferries, platform: "postgresql", ids:).then { |made| made.change_set.apply(ferries) }
  end

  def views = Questions.views(model, journal: -> { [ [ 1, "2026-11-29", "Ada", "Loaded" ] ] })

  # { view => [how many rows, values of some columns of the row that has this name] }
  def test_views
    { "entities" => [ 28, "Vessel", { "subject_area" => "Fleet",
                                      "definition" => "A ferry that the company owns or charters." } ],
      "attributes" => [ nil, "Gross Tonnage", { "within" => "Vessel", "domain" => "Tonnes" } ],
      "columns" => [ nil, "gross_tonnage", { "within" => "vessel", "design" => "PostgreSQL", "type" => "numeric(8,2)",
                                             "type_base" => "numeric", "type_precision" => 8, "mandatory" => 0 } ],
      "held_attributes" => [ nil, "Vessel Hull Number", { "migrated" => 1 } ],
      "foreign_keys" => [ 38, "fk_berth_harbour", { "target_table" => "harbour" } ],
      "journal" => [ 1, nil, {} ] }.each do |name, (count, named, wanted)|
      view = views.fetch(name)
      names = view.columns.map(&:first)
      assert_equal names.uniq, names
      rows = view.rows.map { |row| names.zip(row).to_h }
      assert_equal count, rows.size, name if count
      next unless named

      row = rows.find { |each| each["name"] == named }
      assert row, "#{name}: #{rows.first(5)}"
      assert_equal wanted, row.slice(*wanted.keys), name
    end
  end

  def test_every_value_is_text_a_number_or_nothing
    plain = [ String, Integer, Float, NilClass ]
    odd = views.values.flat_map { |view| view.rows.flatten(1) }.reject { |value| plain.include?(value.class) }
    assert_empty odd.first(3)
    assert_equal %w[columns tables], Questions.named(views, 'SELECT * FROM "columns" JOIN tables').map(&:name)
  end
end
