# frozen_string_literal: true

require "core_test_helper"

class NormalFormsTest < CoreTest
  def theory(attributes, *dependencies)
    Logical::NormalForms.new(attributes.chars, dependencies.map { |each| each.split(">").map(&:chars) })
  end

  def words(sets) = sets.map { |set| set.sort.join }.sort

  # attributes, dependencies => [keys, normal form]; from textbooks (Maier 1983; Elmasri and Navathe).
  CASES = {
    [ "abcd", "ab>cd" ] => [ %w[ab], :bcnf ],
    [ "abcd", "ab>c", "b>d" ] => [ %w[ab], :first ],
    [ "abc", "a>b", "b>c" ] => [ %w[a], :second ],
    [ "abc", "ab>c", "c>b" ] => [ %w[ab ac], :third ],
    [ "abcde", "a>b", "bc>e", "ed>a" ] => [ %w[acd bcd cde], :third ],
    [ "abc" ] => [ %w[abc], :bcnf ],
    [ "ab", "a>b", "b>a" ] => [ %w[a b], :bcnf ],
    [ "abcde", "a>cd", "cd>a", "ad>ce" ] => [ %w[ab bcd], :first ] # e hangs on a, a part of a key, by way of others
  }.freeze

  def test_keys_and_normal_forms
    CASES.each do |(attributes, *dependencies), (keys, form)|
      found = theory(attributes, *dependencies)
      assert_equal keys, words(found.keys), dependencies.inspect
      assert_equal form, found.normal_form, dependencies.inspect
    end
  end

  # Keys, normal form and synthesis of random relations, held against what trying every set of attributes says.
  def test_random_relations_beside_brute_force
    300.times do |seed|
      random = Random.new(seed)
      attributes = "abcde"[0, 3 + random.rand(3)]
      dependencies = Array.new(random.rand(1..5)) do
        [ random.rand(1..2), random.rand(1..2) ].map { |size| attributes.chars.sample(size, random:).join }.join(">")
      end
      found = theory(attributes, *dependencies)
      keys = brute_keys(found)
      assert_equal words(keys), words(found.keys), "#{seed} #{dependencies}"
      assert_equal brute_form(found, keys), found.normal_form, "#{seed} #{dependencies}"
      assert found.synthesis.lossless && found.synthesis.preserving, "#{seed} #{dependencies}"
    end
  end

  def subsets(set) = (0..set.size).flat_map { |size| set.to_a.combination(size).map(&:to_set) }

  def brute_keys(found)
    supers = subsets(found.attributes).select { |set| found.closure(set) == found.attributes }
    supers.reject { |set| supers.any? { |other| other.proper_subset?(set) } }
  end

  # By the definitions, over every dependency that follows: a determinant and one attribute outside of it.
  def brute_form(found, keys)
    prime = keys.reduce(Set.new, :|)
    all = subsets(found.attributes).flat_map { |left| (found.closure(left) - left).map { |right| [ left, right ] } }
    bad = all.reject { |left, _| found.closure(left) == found.attributes }
    return :bcnf if bad.empty?
    return :third if bad.all? { |_, right| prime.include?(right) }

    partial = bad.any? { |left, right| !prime.include?(right) && keys.any? { |key| left.proper_subset?(key) } }
    partial ? :first : :second
  end

  def test_minimal_cover_drops_what_follows
    cover = theory("abcd", "a>b", "b>c", "a>c", "ab>d").minimal_cover.map do |each|
      [ each.determinant.to_a.sort.join, each.dependents.to_a.join ]
    end
    assert_equal [ %w[a b], %w[a d], %w[b c] ], cover.sort
  end

  def test_synthesis_is_in_third_form_lossless_and_preserving
    200.times do |seed|
      random = Random.new(seed)
      attributes = "abcdef"[0, 3 + random.rand(4)]
      dependencies = Array.new(random.rand(1..5)) { [ attributes.chars.sample(random.rand(1..2), random:),
                                                      attributes.chars.sample(1, random:) ].map(&:join).join(">") }
      found = theory(attributes, *dependencies)
      result = found.synthesis
      assert result.lossless, "lossless: #{seed} #{dependencies}"
      assert result.preserving, "preserving: #{seed} #{dependencies}"
      assert_equal attributes.chars.to_set, result.relations.reduce(Set.new) { |all, each| all | each.attributes }
      result.relations.each do |relation|
        assert_includes %i[third bcnf], projected(found, relation.attributes).normal_form, "#{seed} #{dependencies}"
      end
    end
  end

  def test_a_lossy_decomposition_is_told
    found = theory("abc", "a>b")
    refute found.lossless?([ %w[a b].to_set, %w[b c].to_set ])
    assert found.lossless?([ %w[a b].to_set, %w[a c].to_set ])
    refute theory("abc", "a>b", "c>b").preserving?([ %w[a b].to_set, %w[a c].to_set ])
  end

  private

  # The dependencies that hold within some attributes, worked out over all subsets.
  def projected(found, attributes)
    subsets = (1..attributes.size).flat_map { |size| attributes.to_a.combination(size).to_a }
    Logical::NormalForms.new(attributes.to_a, subsets.map { |left| [ left, (found.closure(left) & attributes).to_a ] })
  end
end
