# frozen_string_literal: true

require "core_test_helper"

# Text that stands anywhere in a model.
class SeekingTest < CoreTest
  def model
    @model ||= Derivation.derive(ferries, platform: "postgresql", ids:).then { |made| made.change_set.apply(ferries) }
  end

  # { text => { kind => [what is found, in which field] } }, the first of each kind
  def test_find
    { "VESSEL cl" => { entity: [ "Vessel Class", "Name" ], table: [ "vessel_class", nil ].compact },
      "charters" => { entity: [ "Vessel", "Definition" ], table: [ "vessel", "Comment" ] },
      "numeric(9" => { column: [ "price", "Type" ] }, "'lorry'" => { check: [ "ck_booked_vehicle_kind", "Condition" ] },
      "seven islands" => { header: [ "Hollin Sound Ferries", "Definition" ] } }.each do |text, wanted|
      found = Seeking.find(model, text)
      wanted.each do |kind, (name, field)|
        hits = found.fetch(kind)
        hit = hits.find { |each| each.element.label(model) == name }
        assert hit, "#{text}: #{hits.map { |each| each.element.label(model) }}"
        assert_equal field, hit.field.label if field
      end
    end
    assert_equal [ "Route", "Route Call", "Route Leg" ],
                 Seeking.find(model, "route").fetch(:entity).first(3).map { |hit| hit.element.name }.sort
    assert_empty Seeking.find(model, "  ")
    assert_empty Seeking.find(model, "zeppelin")
  end
end
