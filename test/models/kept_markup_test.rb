# frozen_string_literal: true

require_relative "../test_helper"

class KeptMarkupTest < ActiveSupport::TestCase
  Thing = Struct.new(:name)

  test "only what is not the very same is painted again, and all stays in order" do
    one, two, three = %w[one two three].map { |name| Thing.new(name) }
    assert_equal %w[one two], paint([ one, two ])
    assert_equal %w[one two three], paint([ one, two, three ])
    assert_equal %w[three one], paint([ three, Thing.new("one") ])
    assert_equal [ %w[one two], %w[three], %w[one] ], @painted
  end

  private

  def paint(things)
    KeptMarkup.fetch([ "test", object_id ], things) { |fresh| (@painted ||= []).push(fresh.map(&:name)).last }
  end
end
