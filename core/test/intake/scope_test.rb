# frozen_string_literal: true

require "core_test_helper"

# What of a database is taken in.
class ScopeTest < CoreTest
  ITEMS = [ [ "table", nil, "quay", "office" ], [ "table", "crew", "member", "office" ], [ "view", nil, "quays_free" ],
            [ "table", "crew", "quay_duty", "mate" ], [ "routine", "crew", "pay" ], [ "sequence", nil, "x.y" ] ]
          .map { |kind, schema, name, owner| Intake::Item.new(kind:, schema:, name:, owner: owner.to_s) }

  { {} => [ "quay", "crew.member", "quays_free", "crew.quay_duty", "crew.pay", "x.y" ],
    { "kinds" => %w[table] } => [ "quay", "crew.member", "crew.quay_duty" ],
    { "schemas" => [ "" ] } => [ "quay", "quays_free", "x.y" ],
    { "owners" => %w[mate] } => [ "crew.quay_duty" ],
    { "only" => "QUAY*" } => [ "quay", "quays_free", "crew.quay_duty" ],
    { "only" => "quay?*\r\npay" } => [ "quays_free", "crew.quay_duty", "crew.pay" ],
    { "only" => "crew.*" } => [ "crew.member", "crew.quay_duty", "crew.pay" ],
    { "never" => "quay*, pay" } => [ "crew.member", "x.y" ],
    { "only" => "x[.]y" } => [],
    { "kinds" => %w[view], "with" => "table crew.member" } => [ "crew.member", "quays_free" ],
    { "kinds" => %w[table], "without" => "table quay\ntable nothing" } => [ "crew.member", "crew.quay_duty" ]
  }.each do |values, wanted|
    define_method("test_takes_what_#{values}_says") do
      scope = Intake::Scope.of(values)
      assert_equal wanted, ITEMS.select { |item| scope.takes?(item) }.map(&:title)
      assert_equal wanted, ITEMS.select { |item| Intake::Scope.of(scope.to_h).takes?(item) }.map(&:title)
      assert_equal values.empty?, scope.whole?
    end
end
end
