# frozen_string_literal: true

require "core_test_helper"

# What one change of a design becomes in a script, what it asks, and what it loses.
class AlteringTest < CoreTest
  # A design of three tables: harbour, vessel (of a harbour) and sailing (of a vessel).
  def start(platform)
    @draft = Draft.new(Model::EMPTY, ids:)
    @platform = Platforms.fetch(platform)
    @design = @draft.add(:design, name: "Fleet", platform:)
    @harbour = table("harbour", "code" => "char(3)!", "name" => "varchar(40)")
    @vessel = table("vessel", "number" => "integer!", "name" => "varchar(60)", "length" => "integer",
                              "harbour_code" => "char(3)")
    @draft.add(:foreign_key, parent_id: @vessel, name: "fk_home", column_ids: [ id("vessel.harbour_code") ],
               target_table_id: @harbour, target_column_ids: [ id("harbour.code") ])
    @draft.add(:check, parent_id: @vessel, name: "ck_length",
               condition: "#{Metamodel::Expression.reference(id('vessel.length'))} > 0")
    @draft.add(:index, parent_id: @vessel, name: "ix_name", column_ids: [ id("vessel.name") ])
    @draft.add(:view, parent_id: @design.id, name: "long_vessel", query:
               "SELECT #{Metamodel::Expression.reference(id('vessel.name'))} FROM #{Metamodel::Expression.reference(@vessel)}")
    @before = @draft.result
    @draft = Draft.new(@before, ids:)
  end

  # columns: { name => type, with "!" for one that is mandatory }; the first is the primary key.
  def table(name, columns)
    table = @draft.add(:table, parent_id: @design.id, name:)
    made = columns.each_with_index.map do |(column, type), index|
      @draft.add(:column, parent_id: table.id, name: column, native_type: @platform.read_type(type.delete("!")),
                          mandatory: type.end_with?("!"), position: index + 1.0)
    end
    @draft.add(:key, parent_id: table.id, name: "pk_#{name}", primary: true, column_ids: [ made.first.id ])
    table.id
  end

  # The id of a table, "vessel.name" a column, or of anything else by its name.
  def id(name)
    table, column = name.split(".")
    found = @draft.model.elements.each_value.find { |each|
 each.values[:name] == table && (!column || each.kind == :table) }
    column ? @draft.model.children(found.id, :column).find { |each| each.name == column }.id : found.id
  end

  def alteration(answers: {}, recipe: Scripting::Recipes.usual)
    one, two = [ @before, @draft.result ].map { |model| Altering::Side.new(model:, design_id: @design.id) }
    Altering.between(one, two, answers:, recipe:)
  end

  def sql(alteration)
    alteration.statements.reject { |each| each.kind == "setting" }.map { |each| each.sql.squeeze(" \n") }
  end
  def type(text) = @platform.read_type(text)

  # change => [PostgreSQL's statements, MariaDB's]
  CHANGES = {
    ->(t) { t.set("vessel.name", name: "title") } => [
      [ "DROP VIEW long_vessel", "ALTER TABLE vessel RENAME COLUMN name TO title",
        "CREATE VIEW long_vessel AS\nSELECT title FROM vessel" ],
      [ "DROP VIEW long_vessel", "ALTER TABLE vessel RENAME COLUMN name TO title",
        "CREATE VIEW long_vessel AS\nSELECT title FROM vessel" ]
    ],
    ->(t) { t.set("harbour.name", native_type: t.type("varchar(80)")) } => [
      [ "ALTER TABLE harbour ALTER COLUMN name TYPE varchar(80) USING CAST(name AS varchar(80))" ],
      [ "ALTER TABLE harbour MODIFY COLUMN name varchar(80)" ]
    ],
    ->(t) { t.set("vessel.length", native_type: t.type("bigint")) } => [
      [ "ALTER TABLE vessel DROP CONSTRAINT ck_length",
        "ALTER TABLE vessel ALTER COLUMN length TYPE bigint USING CAST(length AS bigint)",
        "ALTER TABLE vessel ADD CONSTRAINT ck_length CHECK (length > 0)" ],
      [ "ALTER TABLE vessel DROP CONSTRAINT ck_length",
        "ALTER TABLE vessel MODIFY COLUMN length bigint",
        "ALTER TABLE vessel ADD CONSTRAINT ck_length CHECK (length > 0)" ]
    ],
    ->(t) { t.set("harbour.name", mandatory: true, default_value: "'none'") } => [
      [ "ALTER TABLE harbour ALTER COLUMN name SET DEFAULT 'none'",
        "UPDATE harbour SET name = 'none' WHERE name IS NULL", "ALTER TABLE harbour ALTER COLUMN name SET NOT NULL" ],
      [ "UPDATE harbour SET name = 'none' WHERE name IS NULL",
        "ALTER TABLE harbour MODIFY COLUMN name varchar(40) NOT NULL DEFAULT 'none'" ]
    ],
    ->(t) { t.set("fk_home", on_delete: "cascade") } => [
      [ "ALTER TABLE vessel DROP CONSTRAINT fk_home",
        "ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES harbour " \
        "(code) ON DELETE CASCADE" ],
      [ "ALTER TABLE vessel DROP FOREIGN KEY fk_home", "ALTER TABLE vessel DROP INDEX fk_home",
        "ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES harbour " \
        "(code) ON DELETE CASCADE" ]
    ],
    ->(t) { t.set("ix_name", name: "ix_called") } => [
      [ "ALTER INDEX ix_name RENAME TO ix_called" ], [ "ALTER TABLE vessel RENAME INDEX ix_name TO ix_called" ]
    ],
    ->(t) { t.set("harbour", comment: "Where ferries land.") } => [
      [ "COMMENT ON TABLE harbour IS 'Where ferries land.'" ], [ "ALTER TABLE harbour COMMENT='Where ferries land.'" ]
    ],
    ->(t) { t.swap("harbour.code", "harbour.name") } => [
      [ "ALTER TABLE harbour RENAME COLUMN code TO old_code", "ALTER TABLE harbour RENAME COLUMN name TO code",
        "ALTER TABLE harbour RENAME COLUMN old_code TO name" ],
      [ "ALTER TABLE vessel DROP FOREIGN KEY fk_home" ]
    ]
  }.freeze

  def set(name, **values) = @draft.set(id(name), **values)
  def swap(one, two)
    first, second = [ one, two ].map { |name| @draft.model.fetch(id(name)) }
    @draft.set(first.id, name: second.name)
    @draft.set(second.id, name: first.name)
  end

  def test_what_each_change_becomes
    CHANGES.each_with_index do |(change, (postgresql, mariadb)), number|
      { "postgresql" => postgresql, "mariadb" => mariadb }.each do |platform, expected|
        start(platform)
        change.call(self)
        assert_equal expected, sql(alteration).first(expected.size), "#{platform} #{number}"
      end
    end
  end

  # SQLite alters hardly anything: the table is made anew beside the old one.
  def test_where_tables_are_not_altered_rows_are_copied
    start("sqlite")
    set("harbour.name", mandatory: true, default_value: "'none'")
    made = alteration
    assert_equal [ "DROP VIEW long_vessel",
                   "CREATE TABLE new_harbour (\n code char(3) NOT NULL,\n name varchar(40) DEFAULT 'none' NOT " \
                   "NULL,\n CONSTRAINT pk_harbour PRIMARY KEY (code)\n)",
                   "INSERT INTO new_harbour (code, name)\nSELECT code, coalesce(name, 'none') FROM harbour",
                   "DROP TABLE harbour", "ALTER TABLE new_harbour RENAME TO harbour",
                   "CREATE VIEW long_vessel AS\nSELECT name FROM vessel" ], sql(made)
    assert_equal [ "PRAGMA foreign_keys = OFF", "BEGIN" ], made.statements.first(2).map(&:sql)
    start("sqlite")
    @draft.add(:column, parent_id: id("harbour"), name: "depth", native_type: type("integer"), position: 9.0)
    assert_includes sql(alteration), "ALTER TABLE harbour ADD COLUMN depth integer"
  end

  def test_what_nobody_can_know_is_asked_before_anything_runs
    start("postgresql")
    @draft.add(:column, parent_id: id("vessel"), name: "flag", native_type: type("varchar(9)"), mandatory: true)
    set("vessel.length", native_type: type("date"))
    @draft.remove(id("ck_length"))
    asked = alteration
    assert_equal [ [ "vessel.flag", true ], [ "vessel.length", false ] ], asked.questions.map { |each|
 [ each.about, each.needed ] }
    assert asked.asks?
    assert_match(/Open: What do rows that are there get in vessel.flag/, asked.script.text)
    told = alteration(answers: { [ "vessel.flag", "value" ] => "'?'",
[ "vessel.length", "value" ] => "length + date '2026-01-01'" })
    assert_empty told.questions
    assert_includes sql(told), "UPDATE vessel SET flag = '?'"
    assert_includes sql(told), "UPDATE vessel SET length = old_length + date '2026-01-01'"
    assert_equal [ "vessel.length" ], told.reverse.questions.map(&:about), "what it was must be made up again"
  end

  # Another state without the same ids: what seems to be the same is asked, and followed if somebody says so.
  def test_what_is_only_called_otherwise_is_proposed
    start("postgresql")
    twin = @before.all(:design).first
    other = Model.of(@before.elements.each_value.map { |each| renumbered(each) })
    @draft = Draft.new(other, ids:)
    @draft.set(id("vessel"), name: "ship")
    @draft.set(id("ship.name"), name: "title")
    sides = [ [ @before, twin.id ], [ @draft.result, "#{twin.id}Z" ] ].map { |model, design_id| Altering::Side.new(model:, design_id:) }
    asked = Altering.between(*sides)
    assert_equal [ [ "ship", "vessel" ] ], asked.questions.map { |each| [ each.about, each.example ] }
    assert_includes asked.losses.map(&:words), "The table vessel is dropped with its rows."
    known = { [ "ship", "former" ] => "vessel" }
    followed = Altering.between(*sides, answers: known)
    assert_equal [ "ship.title" ], followed.questions.map(&:about)
    all = Altering.between(*sides, answers: { **known, [ "ship.title", "former" ] => "name" })
    assert_empty all.losses
    assert_includes sql(all), "ALTER TABLE ship RENAME COLUMN name TO title"
  end

  def renumbered(element)
    fresh = ->(id) { id == "header" ? id : "#{id}Z" }
    values = element.values.to_h { |name, value|
      field = element.class.fetch_field(name)
      value = value.map(&fresh) if field.references?
      value = fresh.(value) if field.reference?
      value = Metamodel::Expression.written(value) { |each|
 Metamodel::Expression.reference(fresh.(each)) } if field.expression?
      [ name, value ]
    }
    element.class.new(id: fresh.(element.id), parent_id: element.parent_id && fresh.(element.parent_id), **values)
  end

  # change => [kinds of losses and what counts them, what the way back says it does not bring back]
  LOSSES = {
    ->(t) { t.remove("sailing") } => [ [ :dropped, "SELECT count(*) FROM sailing" ] ],
    ->(t) {
 t.remove("ck_length", "vessel.length") } => [ [ :dropped, "SELECT count(*) FROM vessel WHERE length IS NOT NULL" ] ],
    ->(t) { t.set("vessel.name", native_type: t.type("varchar(9)")) } =>
      [ [ :narrowed, "SELECT count(*) FROM vessel WHERE char_length(name) > 9" ] ],
    ->(t) { t.set("vessel.name", native_type: t.type("date")) } =>
      [ [ :parted, "SELECT count(*) FROM vessel WHERE name IS NOT NULL" ] ],
    ->(t) {
 t.set("vessel.name", mandatory: true) } => [ [ :unfilled, "SELECT count(*) FROM vessel WHERE name IS NULL" ] ],
    ->(t) { t.set("ix_name", unique: true) } =>
      [ [ :unique, "SELECT coalesce(sum(n - 1), 0) FROM (SELECT count(*) AS n FROM vessel WHERE name IS NOT NULL " \
                   "GROUP BY name HAVING count(*) > 1) alike" ] ],
    ->(t) { t.set("vessel.name", native_type: t.type("varchar(90)")) } => [],
    ->(t) { t.set("vessel", name: "ship") } => []
  }.freeze

  def remove(*names) = names.each { |name| @draft.remove(id(name)) }

  def test_every_loss_is_called_and_counted
    LOSSES.each_with_index do |(change, expected), number|
      start("postgresql")
      @draft = Draft.new(@draft.model.updated(put: [], drop: []), ids:)
      table("sailing", "number" => "integer!")
      @before = @draft.result
      @draft = Draft.new(@before, ids:)
      change.call(self)
      made = alteration
      assert_equal expected, made.losses.map { |each| [ each.kind, each.count ] }, number
      assert_equal expected.count { |kind, _| !%i[unique unfilled].include?(kind) }, made.not_brought_back.size
    end
  end

  def test_big_tables_can_be_altered_gently
    start("postgresql")
    @draft.add(:index, parent_id: id("vessel"), name: "ix_length", column_ids: [ id("vessel.length") ])
    @draft.add(:check, parent_id: id("vessel"), name: "ck_name", condition: "1 = 1")
    assert_match(/Nobody writes to the table/, alteration.statements.find { |each| each.kind == "index" }.note)
    gentle = alteration(recipe: Metamodel::Recipe.new(id: "R", name: "R", big_tables: "gently"))
    assert_equal [ "ALTER TABLE vessel ADD CONSTRAINT ck_name CHECK (1 = 1) NOT VALID",
                   "ALTER TABLE vessel VALIDATE CONSTRAINT ck_name",
                   "CREATE INDEX CONCURRENTLY ix_length ON vessel (length)" ], gentle.statements.map(&:sql)
  end

  # A split takes the rows along, and putting the two together again brings them back.
  def test_rows_go_with_columns_that_a_transformation_moved
    model, design_id = derived(ferries, "postgresql")
    vessel = entity(model, "Vessel")
    moved = model.children(vessel.id, :attribute).reject { |each| identifying(model, vessel).include?(each.id) }.last(2)
    change = Transforming.change("split", model, ids:, id: vessel.id, name: "Vessel Detail",
attributes: moved.map(&:id))
    after = change.apply(model)
    fresh, = Derivation.made(after, after.fetch(design_id))
    goal = after.updated(put: fresh, drop: Derivation::Again::Parts.of(after, design_id).keys - fresh.map(&:id))
    made = Altering.between(Altering::Side.new(model:, design_id:), Altering::Side.new(model: goal, design_id:))
    fill = sql(made).grep(/\AINSERT/)
    assert_equal 1, fill.size
    assert_match(/\AINSERT INTO vessel_detail \(.*\)\nSELECT .* FROM vessel\z/, fill.first)
    assert_empty made.losses
    assert_empty made.reverse.losses
    assert_match(/\AUPDATE vessel SET \w+ = \(SELECT moved\.\w+ FROM vessel_detail moved WHERE/,
sql(made.reverse).grep(/UPDATE/).first)
  end

  def identifying(model, entity) = model.children(entity.id, :identifier).select(&:primary).flat_map(&:member_ids)

  # [old, new] => way, on PostgreSQL
  WAYS = {
    [ "varchar(9)", "varchar(20)" ] => :kept, [ "varchar(9)", "text" ] => :kept, [ "text", "varchar(9)" ] => :less,
    [ "integer", "bigint" ] => :kept, [ "bigint", "integer" ] => :less, [ "integer", "varchar(11)" ] => :kept,
    [ "integer", "varchar(5)" ] => :less, [ "integer", "numeric(12,2)" ] => :kept,
    [ "integer", "numeric(5,2)" ] => :less,
    [ "numeric(9,2)", "numeric(11,4)" ] => :kept, [ "numeric(9,2)", "numeric(9,4)" ] => :less,
    [ "numeric(9,2)", "integer" ] => :less, [ "date", "timestamp" ] => :kept, [ "timestamp", "date" ] => :less,
    [ "text", "integer" ] => :apart, [ "date", "integer" ] => :apart, [ "integer", "boolean" ] => :apart,
    [ "bit(4)", "bit(9)" ] => :kept, [ "inet", "integer" ] => :apart, [ "text", "xml" ] => :less,
    [ "integer", "xml" ] => :apart, [ "timestamp(3)", "timestamp(6)" ] => :kept, [ "money", "integer" ] => :apart,
    [ "integer", "int4" ] => :same
  }.freeze

  def test_what_becomes_of_values_whose_type_changes
    platform = Platforms.fetch("postgresql")
    WAYS.each do |types, way|
      assert_equal way, Altering::TypeChange.way(platform, *types.map { |text|
 platform.read_type(text) }), types.inspect
    end
  end

  def test_what_a_platform_has_no_words_for_is_refused
    start("mariadb")
    @draft.set(@vessel, schema_id: @draft.add(:schema, parent_id: @design.id, name: "dock").id)
    @before = @draft.result
    @draft = Draft.new(@before, ids:)
    @draft.set(@draft.model.all(:schema).first.id, name: "pier")
    assert_match(/MariaDB has no way to rename schema: pier\./, assert_raises(InvalidValue) { alteration }.message)
  end

  def test_two_platforms_are_told_apart
    start("postgresql")
    other, id = derived(ferries, "sqlite")
    error = assert_raises(InvalidValue) do
      Altering.between(Altering::Side.new(model: @before, design_id: @design.id),
Altering::Side.new(model: other, design_id: id))
    end
    assert_match(/One is for PostgreSQL, the other for SQLite; convert one/, error.message)
  end
end
