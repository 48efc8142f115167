# frozen_string_literal: true

require "core_test_helper"

class TablesTest < CoreTest
  # [typed] => content; what is wrong with others.
  ROWS = { "'peak', 'In summer'" => "(code, meaning) VALUES ('peak', 'In summer')",
           "f(1, 2)" => "(code) VALUES (f(1, 2))", "(meaning) values ('x')" => "(meaning) values ('x')" }.freeze

  def test_a_row_is_typed_as_its_values_or_as_sql
    draft = Draft.new(Model::EMPTY, ids:)
    design = draft.add(:design, name: "D", platform: "postgresql")
    table = Editing::Tables.add(draft, design.id, "fare_band")
    [ "code* varchar(9)", "meaning text" ].each { |line| Editing::Tables.add_column(draft, table.id, line) }
    ROWS.each do |typed, content|
      row = Editing::Tables.add_row(draft, table.id, typed)
      assert_equal content, Ddl::Names.text(draft.model, row, :content)
    end
    renamed = draft.model.children(table.id, :column).first
    draft.set(renamed.id, name: "band")
    assert_includes Ddl.script(draft.model, design.id).text, "INSERT INTO fare_band (band, meaning) VALUES ('peak', "
    { "'a', 'b', 'c'" => /2 columns; these are 3 values/, "'a" => /quotation mark that is not closed/,
      "(a) values (1); drop table x" => /more than one statement/ }.each do |typed, words|
      assert_match words, assert_raises(InvalidValue) { Editing::Tables.add_row(draft, table.id, typed) }.message
    end
  end
  def setup
    @draft = Draft.new(Model::EMPTY, ids:)
    @design = @draft.add(:design, name: "P", platform: "postgresql")
    @table = Editing::Tables.add(@draft, @design.id, "sailing")
  end

  def column(line) = Editing::Tables.add_column(@draft, @table.id, line)
  def children(kind) = @draft.model.children(@table.id, kind)
  def names(ids) = ids.map { |id| @draft.model[id].name }
  def script = Ddl.script(@draft.model, @design.id).text
  def refusal(&) = assert_raises(InvalidValue, &).message

  def test_a_column_on_one_line
    { "departs_at timestamp" => "departs_at timestamp", "code* varchar(3)" => "code varchar(3) NOT NULL",
      "number *: integer" => "number integer NOT NULL", "fare numeric(9,2) not null default 0" =>
        "fare numeric(9,2) DEFAULT 0 NOT NULL", "at timestamp with time zone default now() not null" =>
        "at timestamptz DEFAULT now() NOT NULL", "\"Post code\" text" => "\"Post code\" text",
      "tags text[] default '{}'" => "tags text[] DEFAULT '{}'", "open" => "open" }.each do |line, sql|
      column(line)
      assert_match(/^  #{Regexp.escape(sql)},?$/, script, line)
    end
    assert_equal [ [ "code", "number" ] ], children(:key).select(&:primary).map { |key| names(key.column_ids) }
  end

  def test_what_is_wrong_says_what_would_be_right
    column("day date")
    { -> { column("x wibble(99,x") } => /no type “wibble\(99,x”/, -> {
 column("x varchr(3)") } => /Did you mean “varchar”/,
      -> { column("x numeric(2000)") } => /precision of 1 to 1000, not 2000/,
      -> { column("x text default 'C") } => /default has a quotation mark that is not closed/,
      -> {
 Editing::Tables.add_check(@draft, @table.id, "price >") } => /speaks of columns of sailing, such as “day > 0”/,
      -> { Editing::Tables.add_check(@draft, @table.id, "day > (1") } => /brackets that do not match/,
      -> { Editing::Tables.add_key(@draft, @table.id, "dya") } => /has no column “dya”; it has day/,
      -> { Editing::Tables.add_index(@draft, @table.id, "") } => /Name columns of sailing, with commas between: day/ }
      .each { |wrong, words| assert_match words, refusal(&wrong) }
    day = children(:column).first
    assert_match(/Default has a quotation mark/, refusal { Editing.set(@draft.model, day.id, :default_value, "'C") })
    kept = Editing.set(@draft.model, day.id, :native_type, "hstore", ids:, as_written: true).apply(@draft.model)
    assert_equal [ "PostgreSQL has no type “hstore”." ],
                 [ Platforms.of(kept, day).type_fault(kept[day.id].native_type) ]
    text = Editing::Tables.type(@draft.model, children(:column).first, "hstore", as_written: true)
    assert_equal "hstore", text["base"]
  end

  def test_keys_indexes_and_checks
    [ "code char(3)", "day date", "seats integer" ].each { |line| column(line) }
    Editing::Tables.add_key(@draft, @table.id, "code, day")
    Editing::Tables.add_key(@draft, @table.id, "unique seats")
    assert_match(/has a primary key already/, refusal { Editing::Tables.add_key(@draft, @table.id, "primary day") })
    Editing::Tables.add_index(@draft, @table.id, "unique day desc, code include (seats) where seats > 3")
    Editing::Tables.add_check(@draft, @table.id, "seats >= 0")
    [ "CONSTRAINT pk_sailing PRIMARY KEY (code, day)", "CONSTRAINT ak_sailing_seats UNIQUE (seats)",
      "CONSTRAINT ck_sailing_seats CHECK (seats >= 0)",
      "CREATE UNIQUE INDEX ix_sailing_day_code ON sailing (day DESC, code) INCLUDE (seats) WHERE seats > 3;" ]
      .each { |sql| assert_includes script, sql }
  end

  def test_a_foreign_key_takes_the_columns_that_fit_and_makes_the_others
    vessel = Editing::Tables.add(@draft, @design.id, "vessel")
    assert_match(/vessel has no key/, refusal { Editing::ForeignKeys.new(@draft.model, @table.id, vessel.id) })
    [ "hull char(3)", "berth integer" ].each { |line| Editing::Tables.add_column(@draft, vessel.id, line) }
    Editing::Tables.add_key(@draft, vessel.id, "hull, berth")
    column("vessel_hull char(3)")
    key = Editing::ForeignKeys.new(@draft.model, @table.id, vessel.id)
    assert_equal "sailing refers to vessel; takes vessel_hull; adds vessel_berth integer", key.sentence
    key.add(@draft)
    key.class.new(@draft.model, @table.id, vessel.id).add(@draft)
    assert_equal %w[vessel_hull vessel_berth vessel_hull_2 vessel_berth_2], children(:column).map(&:name)
    assert_equal %w[fk_sailing_vessel fk_sailing_vessel_2], children(:foreign_key).map(&:name)
    assert_equal [ %w[vessel_hull vessel_berth], %w[vessel_hull_2 vessel_berth_2] ],
                 children(:index).map { |index| names(index.column_ids) }
  end

  # Half a key is none.
  def test_what_a_column_held_up_goes_with_it
    column("code* char(3)")
    column("day* date")
    own = Editing::ForeignKeys.new(@draft.model, @table.id, @table.id).add(@draft)
    Editing::Tables.add_index(@draft, @table.id, "day, code")
    @draft.remove(children(:column)[1].id)
    assert_nil @draft.model[own.id]
    assert_empty children(:key)
    assert_equal [ %w[code] ], children(:index).map { |index| names(index.column_ids) }.reject { |list| list.size > 1 }
    Invariants.check(@draft.change_set, Model::EMPTY)
  end

  def test_views_and_schemas
    Editing::Tables.add(@draft, @design.id, "crew.member")
    Editing::Tables.add(@draft, @design.id, "crew.watch")
    assert_equal [ "crew" ], @draft.model.children(@design.id, :schema).map(&:name)
    Editing::Tables.add_column(@draft, @draft.model.all(:table).last.id, "day date")
    Editing::Tables.add_view(@draft, @design.id, "days as select day from crew.watch")
    assert_includes script, "CREATE VIEW days AS\nselect day from crew.watch;"
  end

  def test_options_are_set_one_by_one_and_a_table_shows_its_own_script
    [ "day* date", "code char(3)" ].each { |line| column(line) }
    Editing::Tables.add_index(@draft, @table.id, "code")
    model = @draft.model
    set = ->(name, text) { Editing.set_option(model, @table.id, name, text).apply(model) }
    model = set.("partition by range", "day")
    model = set.("fill factor", "70")
    model = ChangeSet.set(model[children(:column).first.id], name: "sold_on").apply(model)
    assert_equal [ ") PARTITION BY RANGE (sold_on) WITH (fillfactor=70);",
                   "CREATE INDEX ix_sailing_code ON sailing (code);" ],
                 Ddl.piece(model, model[@table.id]).lines(chomp: true).values_at(4, 6)
    assert_equal({ "fill factor" => 70 }, set.("partition by range", "")[@table.id].options)
    assert_match(/“fill factor” is a whole number, not “much”/, refusal { set.("fill factor", "much") })
    assert_match(/is none of them/, refusal { set.("colour", "red") })
    old = ChangeSet.set(model[@design.id], version: "14").apply(model)
    key = model.children(@table.id, :key).first
    assert_match(/“nulls not distinct” since 15 only; this design is for 14/,
                 refusal { Editing.set_option(old, key.id, "nulls not distinct", "yes") })
  end

  def test_what_runs_counts_and_allows
    column("day* date")
    { "sequence" => "crew.numbers",
      "routine" => "create function touch() returns trigger as $$ begin return new; end $$",
      "role" => "clerk" }.each { |kind, line|
 Ledger::Cells.make(@draft, kind, line, @design.id) }
    Ledger::Cells.make(@draft, "trigger", "create trigger watch before insert on sailing execute function touch();",
                       @table.id)
    role = @draft.model.all(:role).first
    Editing::Tables.add_grant(@draft, role.id, "select, insert on sailing")
    assert_match(/Rights are written/, refusal { Editing::Tables.add_grant(@draft, role.id, "everything") })
    assert_match(/Did you mean “sailing”/, refusal { Editing::Tables.add_grant(@draft, role.id, "select on saling") })
    sequence = @draft.model.all(:sequence).first
    @draft.set(sequence.id, first: 100, step: -10, cycles: true)
    written = Ddl.script(@draft.model, @design.id)
    assert_equal %w[schema sequence table routine trigger role grant], written.statements.map(&:kind)
    [ "CREATE SEQUENCE crew.numbers START WITH 100 INCREMENT BY -10 CYCLE;", "on sailing execute function touch();\n",
      "GRANT SELECT, INSERT ON sailing TO clerk;" ].each { |sql| assert_includes written.text, sql }
    assert_equal written.statements.map(&:sql), written.handed_out.map(&:sql)
    @draft.remove(@table.id)
    assert_empty @draft.model.all(:grant) + @draft.model.all(:trigger)
    Invariants.check(@draft.change_set, Model::EMPTY)
  end

  # Semicolons within what runs part no statements.
  def test_a_script_with_bodies_is_read_again
    text = "CREATE TRIGGER a AFTER INSERT ON t BEGIN UPDATE t SET x = CASE WHEN 1 THEN 2 END; SELECT 1; END;\n" \
           "CREATE PROCEDURE p() BEGIN IF 1 THEN SELECT 1; END IF; END;\n" \
           "CREATE FUNCTION f() AS $b$ one; two $b$;\nSELECT 1;"
    assert_equal [ 1, 2, 3, 4 ], Ddl::Splitter.statements(text).map(&:last)
  end
end
