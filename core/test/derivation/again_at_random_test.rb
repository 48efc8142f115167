# frozen_string_literal: true

require "core_test_helper"

# Changes made at random on both sides, on every platform: what a person decided never goes without being listed, and
# what the logical side changed arrives unless a decision stands against it.
class AgainAtRandomTest < CoreTest
  SEEDS = 10

  # Changes by hand in a design, and on the logical side.
  class Hands
    include Kelvath

    WORDS = %w[Keel Mast Bow Stern Deck Hatch Winch Rudder Anchor Sail].freeze

    def initialize(model, design_id, random)
      @draft = Draft.new(model, ids: Ulid.new(clock: -> { 1 }, random:))
      @design_id = design_id
      @random = random
      @platform = Platforms.fetch(model[design_id].platform)
    end

    def by_hand(times)
      times.times {
 send(pick(%i[rename retype set_mandatory leave_out add_column add_table add_index reorder option drop])) }
      @draft.change_set
    end

    def upstream(times)
      times.times { send(pick(%i[add_attribute remove_attribute rename_attribute retype_attribute rename_entity
                                 remove_entity add_entity add_relationship demand choose])) }
      @draft.change_set
    end

    private

    def model = @draft.model
    def pick(list) = list[@random.rand(list.size)]
    def word = "#{pick(WORDS)} #{@random.rand(1000)}"
    # Few things, so that both sides meet.
    def tables = model.children(@design_id, :table).first(4)
    def columns = tables.flat_map { |table| model.children(table.id, :column) }
    def some(list) = list.empty? ? nil : pick(list)
    def native(text) = @platform.read_type(@platform.native_type(Logical::ValueType.new(name: text)))

    def rename = some(tables + columns)&.then { |each|
      @draft.set(each.id, name: word.tr(" ", "_").downcase, name_fixed: true)
    }
    def retype = some(columns)&.then { |each| @draft.set(each.id, native_type: native(pick(%w[big_integer date]))) }
    def set_mandatory = some(columns)&.then { |each| @draft.set(each.id, mandatory: !each.mandatory) }
    def leave_out = some(columns)&.then { |each| @draft.remove(each.id) }
    def drop = some(@random.rand < 0.2 ? tables : [])&.then { |each| @draft.remove(each.id) }
    def add_table = @draft.add(:table, parent_id: @design_id, name: word)
    def add_column = some(tables)&.then { |each|
      @draft.add(:column, parent_id: each.id, name: word, native_type: native("date"), position: @random.rand * 5)
    }
    def add_index = some(columns)&.then { |each|
      @draft.add(:index, parent_id: each.parent_id, name: word, column_ids: [ each.id ])
    }
    def reorder = some(columns)&.then { |each| @draft.set(each.id, position: @random.rand * 6) }
    def option = some(tables)&.then { |each|
      flag = @platform.options(:table).find { |option| option.type == :flag }
      @draft.set(each.id, options: { flag.name => true }) if flag
    }

    def entities = model.all(:entity).first(4)
    def attributes = entities.flat_map { |each| model.children(each.id, :attribute) }
    def add_attribute = some(entities)&.then { |each|
      @draft.add(:attribute, parent_id: each.id, name: word, type: "text", length: 9, position: @random.rand * 5)
    }
    def remove_attribute = some(attributes)&.then { |each| @draft.remove(each.id) }
    def rename_attribute = some(attributes)&.then { |each| @draft.set(each.id, name: word) }
    def retype_attribute = some(attributes)&.then { |each|
      @draft.set(each.id, domain_id: nil, type: pick(%w[integer date]), length: nil, precision: nil, scale: nil,
                          default_value: "", least_value: "", most_value: "")
    }
    def demand = some(attributes)&.then { |each| @draft.set(each.id, mandatory: !each.mandatory) }
    def rename_entity = some(entities)&.then { |each| @draft.set(each.id, name: word) }
    def remove_entity = some(@random.rand < 0.3 ? entities : [])&.then { |each| @draft.remove(each.id) }
    def choose
      group = some(model.all(:subtype_group))
      given = pick([ { "numbered keys" => "composed" }, { "allowed values" => "lookup tables" },
                     { "order" => "mandatory first" }, { "columns" => "Seen At: timestamp" },
                     ({ "subtypes" => "#{group.id} #{pick([ 'one table', 'leaves' ])}" } if group) ].compact)
      @draft.set(@design_id, choices: model.fetch(@design_id).choices.merge(given))
    end

    def add_entity = @draft.add(:entity, name: word)
    def add_relationship = some(entities)&.then { |each|
      @draft.add(:relationship, from_id: each.id, to_id: pick(entities).id, from_least: 1, from_most: 1, phrase: "see")
    }
  end

  Platforms.keys.each do |key|
    define_method("test_#{key}") do
      start, design_id = nil
      SEEDS.times do |seed|
        result = Derivation.derive(ferries, platform: key, ids:)
        start = result.change_set.apply(ferries)
        design_id = result.design_id
        prove(start, design_id, result.base, Random.new(seed), "#{key} #{seed}")
      end
    end
  end

  private

  def prove(model, design_id, base, random, place)
    by_hand = Hands.new(model, design_id, random).by_hand(25)
    model = by_hand.apply(model)
    before = decisions(model, design_id, base)
    assert_marked(before, model, design_id, base, place)
    model = Hands.new(model, design_id, random).upstream(25).apply(model)
    merge = Derivation.again(model, design_id, base:)
    settled = merge.conflicts.to_h { |each| [ each.key, random.rand < 0.5 ? :mine : :theirs ] }
    change = merge.change_set(settled, ids: Ulid.new(clock: -> { 2 }, random:))
    Invariants.check(change, model)
    after = change.apply(model)
    assert_nothing_vanished(before, after, merge, settled, place)
    assert_all_arrived(merge, settled, model, after, place)
    assert_predicate Derivation.again(after, design_id, base: merge.base), :empty?, place
    assert_equal model.elements.to_a.to_h, change.inverse.apply(after).elements.to_a.to_h, place
  end

  def decisions(model, design_id, base)
    Derivation::Again::Decisions.new(Derivation::Again::Parts.of(model, design_id),
                                     base.elements.to_h { |each| [ each.id, each ] }).all
  end

  # The marks at a glance tell of each element what the full account does.
  def assert_marked(decisions, model, design_id, base, place)
    marks = Derivation::Again::Marks.new("", base.elements.to_h { |each| [ each.id, each ] })
    told = decisions.select { |each| %i[changed added].include?(each.way) }.to_set { |each| each.element.id }
    seen = model.children(design_id, :table).flat_map { |table| [ table, *model.children(table.id, :column) ] }
    assert_equal seen.select { |each| told.include?(each.id) }, seen.select { |each| marks.decided?(each) }, place
  end

  # Ids of all that a settled conflict gave away: what went, and what hung on it.
  def given(merge, settled)
    merge.conflicts.select { |each| settled[each.key] == :theirs }
         .flat_map { |each| [ each.key, each.element.id, *each.hanging.to_a.map(&:id) ] }.to_set
  end

  def assert_nothing_vanished(before, after, merge, settled, place)
    given = given(merge, settled)
    gone = merge.arrivals.select { |each| each.way == :removed }.to_set { |each| each.element.id }
    before.each do |decision|
      next if given.include?(decision.key) || within?(decision.element, given, after)

      now = after[decision.element.id]
      case decision.way
      when :added then assert now, "#{place}: #{decision.element.name} was added by hand"
      when :left_out then assert_nil now, "#{place}: #{decision.element.name} was left out"
      when :changed
        assert now, "#{place}: #{decision.element.name} #{decision.field_name} was decided" unless
          gone.include?(decision.element.id)
        assert_equal decision.now, now[decision.field.name], place if now && !decision.field.references? &&
                                                                     decision.field.name != :name
      end
    end
  end

  def within?(element, given, _after) = given.include?(element.id) || given.include?(element.parent_id)

  def assert_all_arrived(merge, settled, before, after, place)
    mine = merge.conflicts.select { |each| settled[each.key] == :mine }.to_set(&:key)
    decided = merge.decisions.to_set { |each| each.key }
    merge.fresh.each_value do |fresh|
      now = after[fresh.id]
      next unless now && before.key?(fresh.id)

      %i[mandatory comment native_type].each do |field|
        next if !fresh.class.fields.key?(field) || mine.include?("#{fresh.id}:#{field}") ||
                decided.include?("#{fresh.id}:#{field}")

        assert_equal fresh[field], now[field], "#{place}: #{field} of #{fresh.name}"
      end
    end
  end
end
