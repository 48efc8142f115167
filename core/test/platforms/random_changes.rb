# frozen_string_literal: true

require_relative "random_design"

# A design made at random, and the same after somebody changed it at random. The same seed gives the same two.
class RandomChanges < RandomDesign
  CHANGES = %i[
    rename_table rename_column swap_columns add_column add_mandatory drop_column retype require_or_not change_default
    add_table drop_table add_index drop_index rename_index add_check drop_check add_key drop_key refer drop_reference
    comment_on options_of change_view drop_view add_value lose_value rename_type give take
    move_column add_part drop_part rename_part rebound index_part
  ].freeze

  # [Model at the start, Model in the end, design's id]
  def changed(steps: 8)
    build
    start = @draft.result
    @draft = Kelvath::Draft.new(start, ids: Kelvath::Ulid.new(clock: -> { 1 }, random: @random))
    steps.times { send(pick(CHANGES)) }
    [ start, @draft.result, @design.id ]
  end

  private

  def tables = model.all(:table)
  def columns(table) = model.children(table.id, :column)
  def any(list) = list.empty? ? nil : pick(list)
  def fresh(name) = "#{name} #{@fresh = @fresh.to_i + 1}"

  # Columns that nothing else is over.
  def free(table)
    columns(table).select { |each| each.computed.empty? && model.referrer_ids(each.id).empty? }
  end

  def rename_table = any(tables)&.then { |each| @draft.set(each.id, name: fresh("called")) }
  def rename_column
    any(tables.flat_map { |each| columns(each) })&.then { |each| @draft.set(each.id, name: fresh("Named")) }
  end

  def swap_columns
    one, two = any(tables)&.then { |table| free(table).sample(2, random: @random) }
    return unless two

    @draft.set(one.id, name: fresh("between"))
    @draft.set(two.id, name: one.name)
    @draft.set(one.id, name: two.name)
  end

  def add_column
    table = any(tables) or return
    added = column(table, columns(table).size + 20.0, { options: table.options, table:, number: 9 })
    @draft.set(added.id, mandatory: false, name: fresh("added"), options: {})
  end

  def referring(table) = columns(table).select { |each| sole?(each) }

  # Is it over a foreign key and its index, and nothing that names it in a text?
  def sole?(column)
    model.referrer_ids(column.id).map { |id| model.fetch(id).kind }.then { |kinds|
      kinds.include?(:foreign_key) && (kinds - %i[foreign_key index]).empty?
    }
  end

  def add_mandatory
    table = any(tables) or return
    @draft.add(:column, parent_id: table.id, name: fresh("must"), native_type: read("text"), mandatory: true,
                        default_value: chance(0.5) ? "'it''s'" : "", position: columns(table).size + 20.0)
  end

  def move_column
    any(tables.flat_map { |each| columns(each) })&.then { |each| @draft.set(each.id, position: rand(0..9) + 0.5) }
  end

  def drop_column
    any(tables)&.then { |table| any(free(table) + referring(table)) }&.then { |each| @draft.remove(each.id) }
  end

  def retype
    each = any(tables.reject { |table| parted?(table) }.flat_map { |table| free(table) }) or return
    table = model.fetch(each.parent_id)
    @draft.set(each.id, native_type: read(pick(@types.call(table.options))), default_value: "", options: {})
  end

  def parted?(table) = table.options.keys.any? { |name| name.start_with?("partition by") }

  def require_or_not
    each = any(tables.flat_map { |table| free(table) }) or return
    @draft.set(each.id, mandatory: !each.mandatory, options: {})
  end

  def change_default
    each = any(tables.flat_map { |table| free(table) }) or return
    logical = @platform.logical_type(each.native_type)[:type]
    return unless VALUES[logical]

    @draft.set(each.id, default_value: each.default_value.empty? ? value(logical, each.native_type) : "", options: {})
  end

  def add_table
    @tables = tables.reject { |each| parted?(each) || each.options.key?("engine") || each.options.key?("unlogged") }
                    .select { |each| model.children(each.id, :key).any? { |key| key.primary && key.column_ids.one? } }
    table(fresh("anew"), tables.size + 5)
  end

  def drop_table
    any(tables.drop(1).reject { |each| named_by_views?(each) })&.then { |each| @draft.remove(each.id) }
  end

  def named_by_views?(table)
    ids = [ table.id, *columns(table).map(&:id) ]
    model.all(:view).any? { |view| view.referenced_ids.intersect?(ids) }
  end

  def sought(table)
    free(table).select { |each|
 %w[integer small_integer text].include?(@platform.logical_type(each.native_type)[:type]) }
  end

  def add_index
    table = any(tables) or return
    list = sought(table)
    made = index(table, list, list, { options: table.options, table: }) if list.any?
    @draft.remove(made.id) if made.respond_to?(:unique) && made.unique # rows that are there may be alike
  end

  def drop_index = any(model.all(:index))&.then { |each| @draft.remove(each.id) }
  def rename_index
    any(model.all(:index) + model.all(:key))&.then { |each| @draft.set(each.id, name: fresh("ix").tr(" ", "_")) }
  end

  def add_check
    table = any(tables) or return
    number = sought(table).find { |each| @platform.logical_type(each.native_type)[:type] == "integer" }
    check(table, number, { options: table.options, table: }) if number
  end

  def drop_check = any(model.all(:check))&.then { |each| @draft.remove(each.id) }

  def add_key
    table = any(tables) or return
    column = any(sought(table).select { |each| each.default_value.empty? && !each.mandatory }) or return
    alternate(table, column, { options: table.options, table: })
  end

  def drop_key = any(model.all(:key).reject(&:primary))&.then { |each| @draft.remove(each.id) }

  def refer
    table = any(tables) or return
    @tables = tables.select { |each|
      model.children(each.id,
:key).any?(&:primary) && !parted?(each) && !each.options.key?("unlogged") && each.id != table.id
    }
    return if @tables.empty? || parted?(table)

    foreign_key(table, { options: table.options, table: })
    @draft.set(columns(model.fetch(table.id)).last.id, name: fresh("refers"))
  end

  def drop_reference = any(model.all(:foreign_key))&.then { |each| @draft.remove(each.id) }
  def comment_on
    any(tables + tables.flat_map { |each| columns(each) })&.then { |each| @draft.set(each.id, comment: comment) }
  end

  # What is said of a table that can be altered.
  def options_of
    table = any(tables.reject { |each| each.options.any? }) or return
    @draft.set(table.id, options: @fits.call(:table, {}, { number: 9, table: }))
  end

  def change_view
    each = any(model.all(:view)) or return
    table = model.fetch(model.fetch(Kelvath::Metamodel::Expression.ids(each.query).first)&.then { |one|
 one.kind == :table ? one.id : one.parent_id })
    reference = Kelvath::Metamodel::Expression.method(:reference)
    column = columns(table).first
    @draft.set(each.id, query: "SELECT #{reference.(column.id)} FROM #{reference.(table.id)} WHERE 1 = 1")
  rescue Kelvath::NotFound
    nil
  end

  def drop_view = any(model.all(:view))&.then { |each| @draft.remove(each.id) if chance(0.5) }

  def add_value
    any(model.all(:enumeration))&.then { |each|
 @draft.set(each.id,
value_texts: [ each.value_texts.first,
*[ *each.value_texts.drop(1), fresh("value") ].shuffle(random: @random) ]) if chance(0.5) || @draft.set(
each.id, value_texts: [ *each.value_texts, fresh("value") ]) }
  end
  def lose_value = nil

  # What more a part can hold that no row of a trial has.
  def far(way)
    from = more
    way == "list" ? "FOR VALUES IN (#{from})" : "FOR VALUES FROM (#{from}) TO (#{from + 5})"
  end

  def more = @more = @more.to_i + 100

  # [table that is spread by a list or ranges, how]
  def spread
    tables.flat_map { |table| table.options.keys.filter_map { |name|
      way = name[/\Apartition by (list|range)\z/, 1]
      [ table, way ] if way && model.children(table.id, :partition).any?
    } }
  end

  def add_part = any(spread)&.then { |table, way| partition(table, far(way)) }
  def parts = model.all(:partition).select { |each| model.children(each.id, :partition).empty? }

  def drop_part
    any(parts.reject { |each| each.bounds.match?(/MODULUS|DEFAULT/) })&.then { |each| @draft.remove(each.id) }
  end

  def rename_part = any(model.all(:partition))&.then { |each| @draft.set(each.id, name: fresh("part")) }

  def rebound
    table, way = any(spread)
    return unless table

    each = any(model.children(table.id, :partition).reject { |part| part.bounds.match?(/DEFAULT|\(1/) }) or return
    @draft.set(each.id, bounds: far(way))
  end

  def index_part
    part = any(parts) or return
    table = [ part, *model.ancestors(part) ].find { |each| each.kind == :table }
    column = columns(table).first
    @draft.add(:index, parent_id: part.id, name: fresh("part index"), column_ids: [ column.id ], unique: false,
                       descending_ids: [ column.id ])
  end

  def give
    role = any(model.all(:role)) or return
    thing = any(tables.reject { |each| model.children(role.id, :grant).any? { |grant| grant.on_id == each.id } })
    right(role, thing) if thing
  end

  def take
    each = any(model.all(:grant)) or return
    chance(0.5) ? @draft.remove(each.id) : @draft.set(each.id, privileges: %w[delete])
  end

  def rename_type
    each = any(model.all(:enumeration)) or return
    old = read(@platform.quote(each.name))["base"]
    name = fresh("sort")
    @own_types.map! { |type| type == @platform.quote(each.name) ? @platform.quote(name) : type }
    @draft.set(each.id, name:)
    model.all(:column).select { |column| column.native_type["base"] == old }
         .each { |column| @draft.set(column.id, native_type: read(@platform.quote(name))) }
  end
end
