# frozen_string_literal: true

require "core_test_helper"

# Platforms that no engine here can prove: every statement that is written for them, as it was read against the
# platform's manual. WRITE=1 agrees to new ones, which the next commit shows.
class GoldenTest < CoreTest
  DIRECTORY = File.expand_path("golden", __dir__)
  VALUES = { number: "7", text: "it's", name: "pier", words: "A (1)", sql: "code", flag: "yes" }.freeze
  ROUTINES = {
    "sqlserver" => "CREATE FUNCTION tally(@a int) RETURNS int AS BEGIN RETURN @a + 1; END",
    "oracle" => "CREATE FUNCTION tally(a NUMBER) RETURN NUMBER IS BEGIN RETURN a + 1; END",
    "snowflake" => "CREATE FUNCTION tally(a NUMBER) RETURNS NUMBER AS 'a + 1'"
  }.freeze

  %w[sqlserver oracle snowflake hive].each do |key|
    define_method("test_#{key}") do
      @platform = Platforms.fetch(key)
      text = [ [ "Made", made ], [ "With each option, what it makes different", with_options ],
               [ "So that it runs twice", by(repeatable: true).map { |sql| other_lines(sql) } ],
               [ "Dropped first", by(drops: "if there") - made ],
               *changes ].map { |title, list|
 section(title, list) }.join("\n")
      assert_operator text.scan(/^;$/).size, :>=, 40
      path = File.join(DIRECTORY, "#{key}.sql")
      File.write(path, text) if ENV["WRITE"]
      assert_equal File.read(path), text
    end
  end

  private

  def section(title, list) = "-- #{title}\n\n#{list.uniq.map { |sql| "#{sql}\n;\n\n" }.join}"

  def reference(element) = Metamodel::Expression.reference(element.id)
  def type(logical, **sizes)
    @platform.read_type(@platform.native_type(Logical::ValueType.new(name: logical, **sizes)))
  end

  # One of each kind of object.
  def design
    draft = Draft.new(Model::EMPTY, ids: Ulid.new(clock: -> { 0 }, random: Random.new(1)))
    @design = draft.add(:design, name: "Fleet", platform: @platform.key)
    schema = draft.add(:schema, parent_id: @design.id, name: "dock", comment: "Where ferries lie.")
    draft.add(:sequence, parent_id: @design.id, name: "sailing_no", first: 10, step: 5, least: 1, most: 9000,
cycles: true)
    harbour = table(draft, "harbour", [ [ "code", type("fixed_text", length: 3), true ],
                                        [ "name", type("text", length: 40) ] ],
                    schema_id: schema.id, comment: "It's by the sea.")
    vessel = table(draft, "vessel", [ [ "id", @platform.read_type(@platform.identity_type), true ],
                                      [ "code", type("integer") ], [ "harbour_code", type("fixed_text", length: 3) ],
                                      *%w[text long_text small_integer big_integer float boolean date time timestamp
                                          zoned_timestamp interval binary uuid json]
                                         .map { |name| [ "a_#{name}", type(name, length: 20) ] },
                                      [ "a_decimal", type("decimal", precision: 9, scale: 2) ] ])
    furnish(draft, vessel, harbour)
    draft.result
  end

  def table(draft, name, columns, **values)
    table = draft.add(:table, parent_id: @design.id, name:, **values)
    made = columns.each_with_index.map do |(column, native_type, mandatory), index|
      draft.add(:column, parent_id: table.id, name: column, native_type:, mandatory: mandatory == true,
                         position: index + 1.0, identity: column == "id" && @platform.supports?(:identity),
                         default_value: column == "code" && name == "vessel" ? "1" : "")
    end
    draft.add(:key, parent_id: table.id, name: "pk_#{name}", primary: true, column_ids: [ made.first.id ])
    table
  end

  def furnish(draft, vessel, harbour)
    columns = draft.model.children(vessel.id, :column).to_h { |each| [ each.name, each ] }
    code, text = columns.values_at("code", "a_text")
    draft.set(text.id, comment: "Said by people.", default_value: "'none'")
    draft.add(:key, parent_id: vessel.id, name: "uk_vessel", column_ids: [ code.id, columns["harbour_code"].id ])
    draft.add(:foreign_key, parent_id: vessel.id, name: "fk_home", column_ids: [ columns["harbour_code"].id ],
                            target_table_id: harbour.id,
                            target_column_ids: [ draft.model.children(harbour.id, :column).first.id ],
                            on_delete: @platform.actions(:on_delete).include?("cascade") ? "cascade" : "no action")
    draft.add(:check, parent_id: vessel.id, name: "ck_code",
condition: "#{reference(code)} > 0") if @platform.supports?(:checks)
    draft.add(:index, parent_id: vessel.id, name: "ix_code", column_ids: [ code.id ],
unique: false) if @platform.supports?(:indexes)
    draft.add(:view, parent_id: @design.id, name: "seen", query: "SELECT #{reference(code)} FROM #{reference(vessel)}",
                     comment: @platform.supports?(:comments) ? "Who is there." : "")
    draft.add(:row, parent_id: harbour.id, content: "(code, name) VALUES ('ABC', 'Abbey Quay')")
    draft.add(:routine, parent_id: @design.id, name: "tally",
text: ROUTINES[@platform.key]) if ROUTINES.key?(@platform.key)
    role = draft.add(:role, parent_id: @design.id, name: "mate")
    draft.add(:grant, parent_id: role.id, privileges: %w[select insert], on_id: vessel.id, passes_on: true)
  end

  def base = @base ||= design
  def statements(model) = Ddl.script(model, @design.id).statements.map(&:sql)
  def made = statements(base)

  # What each option makes different.
  def with_options
    @platform.class::OPTIONS.select { |option| @platform.option?(option) }.flat_map do |option|
      subject = base.all(option.of).find { |each| option.of != :column || each.name == column_for(option) }
      next [] unless subject

      (option.values || [ VALUES.fetch(option.type) ]).flat_map do |text|
        (statements(Editing.set_option(base, subject.id, option.name, text).apply(base)) - made).map { |sql|
 other_lines(sql) }
      end
    end
  end

  # Of a long statement, its ends and the lines that it has not without the option.
  def other_lines(sql)
    @lines ||= made.flat_map(&:lines).to_set
    lines = sql.lines
    return sql if lines.size < 4

    [ lines.first, "  ...\n", *lines[1..-2].reject { |line| @lines.include?(line) }, lines.last ].join
  end

  # The column that can say it.
  def column_for(option)
    case option.name
    when /number|step/ then "id"
    when /collation|masked|sparse|character/ then "a_text"
    when /row's id|guid/ then "a_uuid"
    else "a_date"
    end
  end

  def by(**values)
    Scripting::Composition.new(base, @design.id,
Metamodel::Recipe.new(id: "R", name: "R", **values)).script.statements.map(&:sql)
  end

  # [[title, statements], …] of one change each, and of the way back.
  def changes
    CHANGES.flat_map do |title, change|
      draft = Draft.new(base, ids: Ulid.new(clock: -> { 1 }, random: Random.new(2)))
      change.call(self, draft)
      alteration = Altering.between(*[ base, draft.result ].map { |model|
 Altering::Side.new(model:, design_id: @design.id) },
                                    answers: { [ "vessel.flag", "value" ] => "'GB'" })
      [ [ title, alteration.statements.map(&:sql) ],
[ "#{title}, and back", alteration.reverse.statements.map(&:sql) ] ]
    end
  end

  CHANGES = {
    "A table is called otherwise" => ->(t, draft) { draft.set(t.named(:table, "vessel").id, name: "ship") },
    "A column is called otherwise" => ->(t, draft) { draft.set(t.named(:column, "a_date").id, name: "launched on") },
    "A type grows" => ->(t, draft) {
 draft.set(t.named(:column, "name").id, native_type: t.type_of("text", length: 80)) },
    "A type becomes another" => ->(t, draft) {
 draft.set(t.named(:column, "a_small_integer").id, native_type: t.type_of("text", length: 9)) },
    "A column becomes mandatory" => ->(t, draft) { draft.set(t.named(:column, "a_text").id, mandatory: true) },
    "A default changes" => ->(t, draft) { draft.set(t.named(:column, "a_text").id, default_value: "'other'") },
    "A column comes" => ->(t, draft) {
      draft.add(:column, parent_id: t.named(:table, "vessel").id, name: "flag", mandatory: true,
                         native_type: t.type_of("fixed_text", length: 2), position: 99.0)
    },
    "A table goes" => ->(t, draft) { draft.remove(t.named(:table, "harbour").id) },
    "A key goes" => ->(t, draft) { draft.remove(t.named(:key, "uk_vessel").id) },
    "A foreign key changes" => ->(t, draft) { draft.set(t.named(:foreign_key, "fk_home").id, name: "fk_of_home") },
    "A sequence changes" => ->(t, draft) { draft.set(t.named(:sequence, "sailing_no").id, step: 7, cycles: false) },
    "A comment changes" => ->(t, draft) { draft.set(t.named(:table, "harbour").id, comment: "By the river.") },
    "A comment goes" => ->(t, draft) { draft.set(t.named(:table, "harbour").id, comment: "") },
    "A view changes" => ->(t, draft) { draft.set(t.named(:view, "seen").id, query: "SELECT 1 AS one") }
  }.freeze

  public

  # What changes are made of.
  def named(kind, name) = base.all(kind).find { |each| each.name == name }
  def type_of(...) = type(...)
end
