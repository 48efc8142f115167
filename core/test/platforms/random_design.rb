# frozen_string_literal: true

# A design of a platform made at random, from what the platform declares: types, options, keys, indexes, views. The
# same seed gives the same design.
class RandomDesign
  NAMES = %w[vessel sailing berth crew fare notice Harbour watch tide quay].freeze
  ODD = [ "order", "two words", "Ünï", "it's", "from", "MiXed", "a-b" ].freeze
  VALUES = { "integer" => "7", "small_integer" => "3", "big_integer" => "70", "decimal" => "1.5", "text" => "it's",
             "fixed_text" => "x", "boolean" => "true", "date" => "2026-04-01" }.freeze

  # samples: { [kind, name of an option] => values to take }, for options that are neither flags nor choices;
  # types: a callable, options of a table -> native types that its columns can have; fits: a callable, (kind, options,
  # facts) -> those options that go together, nil if there can be no such thing.
  def initialize(platform, seed, types:, samples: {}, fits: ->(_kind, options, _facts) { options })
    @platform = platform
    @random = Random.new(seed)
    @types = types
    @samples = samples
    @fits = fits
    @draft = Kelvath::Draft.new(Kelvath::Model::EMPTY, ids: Kelvath::Ulid.new(clock: -> { 0 }, random: @random))
  end

  # [model, design's id]
  def build
    @design = @draft.add(:design, name: "Random", platform: @platform.key, version: @platform.version)
    @tables = []
    names = (NAMES + ODD).shuffle(random: @random)
    own = @platform.supports?(:enumerations) ? rand(0..2) : 0
    @own_types = Array.new(own) { |number| own_type(names[7 + number]) }
    rand(2..4).times { |number| @tables << table(names[number], number) }
    view(names[6]) if chance(0.6)
    rights if @platform.supports?(:rights_told) && chance(0.6)
    [ @draft.model, @design.id ]
  end

  private

  def model = @draft.model
  def rand(range) = @random.rand(range)
  def chance(part) = @random.rand < part
  def pick(list) = list[@random.rand(list.size)]
  def comment = chance(0.3) ? pick([ "Where it's kept.", "Two\nlines", "a \\ b" ]) : ""
  def name_of(table, text) = "#{table.name[/\w+/].downcase}_#{text}_#{@number = @number.to_i + 1}"

  def table(name, number)
    facts = { number: }
    options = options(:table, facts)
    table = @draft.add(:table, parent_id: @design.id, name:, comment: comment, options: {})
    facts[:table] = table
    facts[:options] = options
    key = key_column(table, facts)
    @draft.add(:key, parent_id: table.id, name: name_of(table, "pk"), primary: true, column_ids: [ key.id ],
                     options: options(:key, { **facts, primary: true }))
    columns = Array.new(rand(1..5)) { |place| column(table, place + 2.0, facts) }
    @draft.set(table.id, options: resolved(table, options))
    constraints(table, columns, facts)
    options.each_key { |option| partitions(table, option) } if @platform.supports?(:partitions) && chance(0.8)
    model.fetch(table.id)
  end

  # Somebody, or everybody, may do something with tables and views.
  def rights
    %w[stoker PUBLIC].each do |name|
      role = @draft.add(:role, parent_id: @design.id, name:)
      (model.all(:table) + model.all(:view)).each { |thing| right(role, thing) if chance(0.5) }
    end
  end

  def right(role, thing)
    @draft.add(:grant, parent_id: role.id, on_id: thing.id, passes_on: role.name != "PUBLIC" && chance(0.3),
                       privileges: chance(0.3) ? %w[all] : %w[select insert update].first(rand(1..3)))
  end

  BOUNDS = { "hash" => [ "FOR VALUES WITH (MODULUS 2, REMAINDER 0)", "FOR VALUES WITH (MODULUS 2, REMAINDER 1)" ],
             "list" => [ "FOR VALUES IN (1, 50)", "DEFAULT" ],
             "range" => [ "FOR VALUES FROM (1) TO (3)", "DEFAULT" ] }.freeze

  # Parts of a table that is spread, the last one perhaps spread again.
  def partitions(table, option)
    bounds = BOUNDS[option[/\Apartition by (\w+)/, 1]] or return
    parts = bounds.map { |text| partition(table, text) }
    return unless chance(0.4)

    id = @draft.model.children(table.id, :column).first.id
    @draft.set(parts.last.id, options: { option.sub(/\w+\z/, "list") => Kelvath::Metamodel::Expression.reference(id) })
    partition(parts.last, "DEFAULT")
  end

  def partition(parent, bounds)
    @draft.add(:partition, parent_id: parent.id, name: name_of(parent, "part"), bounds:, comment:,
                           position: model.children(parent.id, :partition).size + 1.0)
  end

  # The name of an enumerated type of the design, as columns have it.
  def own_type(name)
    @draft.add(:enumeration, parent_id: @design.id, name: "#{name} kind", comment: comment,
                             value_texts: [ "it's", "two, three", "Ünï" ].first(rand(1..3)))
    @platform.quote("#{name} kind")
  end

  def read(text) = @platform.read_type(text)

  def key_column(table, facts)
    numbered = @platform.supports?(:identity) && !facts[:options]["without rowid"]
    @draft.add(:column, parent_id: table.id, name: "id", native_type: read(@platform.identity_type), mandatory: true,
                        identity: numbered, options: options(:column, { **facts, key: true }), position: 1.0)
  end

  def column(table, place, facts)
    type = read(pick(@types.call(facts[:options]) + @own_types * 4))
    logical = @platform.logical_type(type)[:type]
    default = chance(0.3) && VALUES[logical] ? value(logical, type) : ""
    mandatory = chance(0.4)
    options = options(:column, { **facts, type:, logical:, default:, mandatory: })
    @draft.add(:column, parent_id: table.id, name: pick([ "c#{place.to_i}", "#{pick(ODD)} #{place.to_i}" ]),
               native_type: type, mandatory:, default_value: default, comment: comment, options:,
               position: place)
  end

  def value(logical, type)
    listed = type.fetch("arguments", []).grep(/'/).first
    return "2026" if type["base"] == "year"
    return "2" if logical == "decimal" && type.fetch("arguments", []).last == 0

    listed || @platform.default_expression(VALUES.fetch(logical), Kelvath::Logical::ValueType.new(name: logical))
  end

  # Options that go together, each taken now and then.
  def options(kind, facts)
    taken = @platform.options(kind).select { |option| @platform.option?(option) && chance(0.3) }
    values = taken.to_h { |option| [ option.name, sample(option) ] }.compact
    @fits.call(kind, values, facts)
  end

  def sample(option)
    return pick(@samples[[ option.of, option.name ]]) if @samples.key?([ option.of, option.name ])

    { flag: true, choice: (pick(option.values) if option.values) }[option.type]
  end

  def resolved(table, options) = Kelvath::Ddl::Names.resolved_options(model, model.fetch(table.id), options)

  def constraints(table, columns, facts)
    logical = columns.to_h { |each| [ each, @platform.logical_type(each.native_type)[:type] ] }
    sought = columns.select { |each| %w[integer small_integer text].include?(logical[each]) }
    number = sought.find { |each| logical[each] == "integer" }
    check(table, number, facts) if number && @platform.supports?(:checks) && chance(0.5)
    computed(table, number) if number && chance(0.4)
    foreign_key(table, facts) if @tables.any? && chance(0.7)
    return if sought.empty?

    alternate(table, pick(sought), facts) if chance(0.4)
    index(table, sought, columns, facts) if @platform.supports?(:indexes) && chance(0.7)
  end

  def check(table, number, facts)
    condition = "#{Kelvath::Metamodel::Expression.reference(number.id)} > 0"
    @draft.add(:check, parent_id: table.id, name: name_of(table, "ck"), condition:, options: options(:check, facts))
  end

  def computed(table, number)
    stored = !@platform.supports?(:virtual_columns) || chance(0.5)
    @draft.add(:column, parent_id: table.id, name: "worked_out", native_type: number.native_type, stored:,
                        computed: "#{Kelvath::Metamodel::Expression.reference(number.id)} + 1", position: 90.0)
  end

  def foreign_key(table, facts)
    target = pick(@tables)
    key = model.children(target.id, :key).find(&:primary)
    column = @draft.add(:column, parent_id: table.id, name: "#{target.name[/\w+/]}_ref", position: 95.0,
                        native_type: model.fetch(key.column_ids.first).native_type)
    options = options(:foreign_key, { **facts, target: }) or return
    @draft.add(:foreign_key, parent_id: table.id, name: name_of(table, "fk"), column_ids: [ column.id ],
               target_table_id: target.id, target_column_ids: key.column_ids,
               on_delete: pick(@platform.actions(:on_delete)), on_update: pick(@platform.actions(:on_update)),
               options:)
    return unless @platform.supports?(:indexes)

    @draft.add(:index, parent_id: table.id, name: name_of(table, "ixf"), column_ids: [ column.id ])
  end

  def alternate(table, column, facts)
    options = options(:key, { **facts, primary: false }) or return
    @draft.add(:key, parent_id: table.id, name: name_of(table, "ak"), column_ids: [ column.id ], options:)
  end

  def index(table, sought, columns, facts)
    list = sought.sample(rand(1..sought.size), random: @random)
    options = options(:index, { **facts, columns: list }) or return
    plain = options.empty?
    @draft.add(:index, parent_id: table.id, name: name_of(table, "ix"), column_ids: list.map(&:id), options:,
               unique: options.key?("nulls not distinct"),
               descending_ids: plain ? list.select { chance(0.3) }.map(&:id) : [],
               included_ids: plain && @platform.supports?(:included_columns) && chance(0.3) ?
                               (columns - list).first(1).map(&:id) : [],
               condition: plain && @platform.supports?(:partial_indexes) && chance(0.3) ?
                            "#{Kelvath::Metamodel::Expression.reference(list.first.id)} IS NOT NULL" : "")
  end

  def view(name)
    table = pick(@tables)
    reference = Kelvath::Metamodel::Expression.method(:reference)
    column = model.children(table.id, :column).first
    @draft.add(:view, parent_id: @design.id, name: "#{name} seen", comment: "",
                      query: "SELECT #{reference.(column.id)} FROM #{reference.(table.id)}",
                      options: options(:view, {}))
  end
end
