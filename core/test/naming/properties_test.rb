# frozen_string_literal: true

require "core_test_helper"

# What must hold for any lexicon, any rule and any name.
class NamingPropertiesTest < CoreTest
  SYLLABLES = %w[ves sel cre ber th rou te lan ding qua lity prü fung 港 or der da te ga us].freeze
  ROUNDS = 40

  def word(random) = Array.new(random.rand(1..3)) { SYLLABLES.sample(random:) }.join
  def short(random) = Array.new(random.rand(2..4)) { "abcdefghklmnprstvxy"[random.rand(19)] }.join

  def lexicon(random)
    words = Array.new(random.rand(0..25)) { Array.new(random.rand(1..2)) { word(random) }.join(" ") }.uniq do |name|
      Naming::Lexicon.key(name)
    end
    Naming::Lexicon.new(words.map do |name|
      Metamodel::LexiconEntry.new(id: ids.next, name: name.capitalize, short_forms: Array.new(random.rand(0..2)) {
        short(random)
      }.uniq, class_word: random.rand < 0.2, status: Metamodel::LexiconEntry::STATUSES.sample(random:),
                                  instead: random.rand < 0.2 ? words.sample(random:) : "",
                                  context: random.rand < 0.2 ? [ words.sample(random:) ] : [])
    end)
  end

  # Rules drawn from what each field can be.
  def rulebook(random)
    Naming::Rulebook.new(Metamodel::NameRule::OBJECTS.map do |of|
      values = Metamodel::NameRule.fields.values.select { |field| field.type == :choice && field.name != :of }
                                                .to_h { |field| [ field.name, field.values.sample(random:) ] }
      pattern = Metamodel::NameRule::PATTERNED.include?(of) ?
                  Naming::Pattern::OFFERED.fetch(of.to_sym).sample(2, random:) + [ "text:x" ] :
                  []
      logical = Metamodel::NameRule::LOGICAL.include?(of)
      values.merge!(case: "Capitalised", separator: " ", number: "as written", order: "as written") if logical
      Metamodel::NameRule.new(id: of, of:, **values, pattern:, prefix: logical || random.rand < 0.7 ? "" : "T_",
                              suffix: logical || random.rand < 0.7 ? "" : "_x",
                              limit: !logical && random.rand < 0.5 ? random.rand(16..40) : nil,
                              left_out: !logical && random.rand < 0.3 ? [ word(random) ] : [],
                              vowels: random.rand < 0.5)
    end)
  end

  def names(random, lexicon)
    Array.new(30) { Array.new(random.rand(1..5)) { random.rand < 0.6 && !lexicon.empty? ?
        lexicon.entries.sample(random:).name :
        word(random) }.join(" ").slice(0, 110) }
  end

  def company(random, lexicon)
    Draft.change(Model::EMPTY, ids:) do |draft|
      draft.add(:header, name: "Random")
      entities = names(random, lexicon).uniq(&:downcase).first(7).map { |name| draft.add(:entity, name:) }
      entities.each { |entity| names(random, lexicon).uniq(&:downcase).first(5)
        .each_with_index { |name, index| draft.add(:attribute, parent_id: entity.id, name:, position: index.to_f) } }
      entities.each_cons(2) do |from, to|
        draft.add(:relationship, from_id: from.id, to_id: to.id, identifying: random.rand < 0.5,
                  role_name: random.rand < 0.3 ? word(random) : "")
      end
      draft.add(:relationship, from_id: entities[0].id, to_id: entities[-1].id, from_most: nil, to_most: nil,
                from_least: 0)
    end.apply(Model::EMPTY)
  end

  # Some names set by hand, just those that the standard will want for others.
  def fixed(model, standard, design, random)
    rows = Renaming::Plan.of(model, standard, design_id: design.id).changes
    taken = rows.flat_map { |row| [ row.before.downcase ] }.to_set
    Draft.change(model, ids:) do |draft|
      { table: :index, column: :column }.each do |wanting, having|
        wanted = rows.select { |row| row.kind == wanting && !taken.include?(row.after.downcase) }.sample(random:) or
          next
        siblings = wanting == :table ? model.all(having) :
                     model.children(model.fetch(wanted.id).parent_id, having).reject { |column| column.id == wanted.id }
        draft.set(siblings.sample(random:).id, name: wanted.after, name_fixed: true) if siblings.any?
      end
    end.apply(model)
  end

  # Everything but columns shares a scope in a design; columns one in their table.
  def assert_apart(model, design, standard)
    names = Renaming::DesignNames.new(model, design, standard)
    tables = model.children(design.id, :table)
    shared = tables + tables.flat_map do |table|
      Renaming::DesignNames::CONSTRAINTS.flat_map { |kind| model.children(table.id, kind) }
    end
    [ shared, *tables.map { |table| model.children(table.id, :column) } ].each do |scope|
      assert_equal scope.size, scope.map { |element| element.name.downcase }.uniq.size, scope.map(&:name).inspect
      scope.reject(&:name_fixed).each do |element|
        assert_operator element.name.bytesize, :<=, names.limit(element), element.name
      end
    end
  end

  def test_names_of_a_design_are_apart_within_the_limit_and_stable
    ROUNDS.times do |seed|
      random = Random.new(seed)
      standard = Naming::Standard.new(lexicon(random), rulebook(random))
      model = company(random, standard.lexicon)
      derived = Derivation.derive(model, platform: "postgresql", ids:, standard:)
      model = derived.change_set.apply(model)
      design = model.fetch(derived.design_id)
      assert_apart(model, design, standard)
      assert_empty Renaming::Plan.of(model, standard, design_id: design.id).changes.map { |row|
        [ row.before, row.after ]
      }, "derived names are what a run gives (seed #{seed})"
      other = Naming::Standard.new(standard.lexicon, rulebook(random))
      model = fixed(model, other, design, random)
      named = Renaming::Plan.of(model, other, design_id: design.id).change.apply(model)
      assert_apart(named, design, other)
      assert_empty Renaming::Plan.of(named, other, design_id: design.id).changes.map { |row|
        [ row.before, row.after ]
      },
                   "a second run changes nothing (seed #{seed})"
    end
  end

  def test_words_of_a_design_are_apart_and_stable
    ROUNDS.times do |seed|
      random = Random.new(seed)
      standard = Naming::Standard.new(lexicon(random), rulebook(random))
      model = company(random, standard.lexicon)
      derived = Derivation.derive(model, platform: "sqlite", ids:, standard:)
      model = derived.change_set.apply(model)
      change = Renaming::Plan.of(model, standard, design_id: derived.design_id, direction: "words").change
      worded = change.apply(model)
      Invariants.check(change, worded)
      assert_empty Renaming::Plan.of(worded, standard, design_id: derived.design_id, direction: "words").changes,
                   "seed #{seed}"
    end
  end

  def test_every_name_that_does_not_come_back_is_a_loss_with_a_cause
    ROUNDS.times do |seed|
      random = Random.new(seed)
      standard = Naming::Standard.new(lexicon(random), rulebook(random))
      tried = names(random, standard.lexicon).uniq.map { |name| [ name, %i[table column].sample(random:) ] }.uniq
      trip = Naming::RoundTrip.new(standard, tried)
      broken = tried.reject do |name, kind|
        Naming::Lexicon.key(standard.words(standard.physical(name, kind).text, kind).text) == Naming::Lexicon.key(name)
      end
      assert_equal broken.map(&:first), trip.losses.map(&:name), "seed #{seed}"
      assert(trip.losses.all? { |loss| loss.causes.any? && loss.reasons.all? })
      assert_equal (100.0 * (tried.size - broken.size) / tried.size).floor(1), trip.score
    end
  end

  def test_following_names_move_with_any_logical_name_and_come_back
    ROUNDS.times do |seed|
      random = Random.new(seed)
      standard = Naming::Standard.new(lexicon(random), rulebook(random))
      model = company(random, standard.lexicon)
      model = Derivation.derive(model, platform: "postgresql", ids:, standard:).change_set.apply(model)
      element = (model.all(:entity) + model.all(:attribute)).sample(random:)
      there = Renaming::Following.complete(Editing.set(model, element.id, :name, "#{word(random)} fresh"), model,
                                         -> { standard })
      moved = there.apply(model)
      Invariants.check(there, moved)
      assert_apart(moved, moved.all(:design).first, standard)
      assert_equal model, there.inverse.apply(moved)
    end
  end
end
