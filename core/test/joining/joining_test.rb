# frozen_string_literal: true

require "core_test_helper"

# A second script into a model that is there: what both have is matched, and only what is new or changed is offered.
class JoiningTest < CoreTest
  FIRST = <<~SQL
    CREATE TABLE pier (code char(3) PRIMARY KEY, name varchar(40) NOT NULL);
    COMMENT ON TABLE pier IS 'Where ferries lie';
    CREATE TABLE berth (no int, pier char(3) REFERENCES pier (code), depth int, ferry int, PRIMARY KEY (no, pier));
    CREATE TABLE ferry (id int PRIMARY KEY, name varchar(40), built int, seats int);
    CREATE TABLE toll (id int PRIMARY KEY);
    CREATE TABLE quay (id int PRIMARY KEY);
  SQL
  SECOND = <<~SQL
    create table "pier" ("code" character(3) not null, name varchar(60), primary key (code));
    CREATE TABLE berth (no int, pier char(3) REFERENCES pier (code), length numeric(5,1), depth bigint NOT NULL,
      ferry int REFERENCES toll (id), PRIMARY KEY (no, pier), CHECK (depth > 0));
    CREATE TABLE boat (id int PRIMARY KEY, name varchar(40), built int, seats int, pier char(3) REFERENCES pier);
    CREATE TABLE crew (id int PRIMARY KEY, toll int REFERENCES toll, kind text CHECK (kind IN ('deck', 'engine')));
    CREATE VIEW deep AS SELECT no FROM berth WHERE depth > 5;
    CREATE POLICY own ON berth USING (true);
  SQL

  def read(text, platform: "postgresql")
    Reading.read([ Reading::Source.new(name: "", text:) ], platform: Platforms.fetch(platform)).catalog
  end

  def begun(text = FIRST) = Starting.from_catalog("Piers", read(text), platform: "postgresql", ids:)

  def plan(model, text, design_id, platform: "postgresql")
    other, = Joining.read(read(text, platform:), platform:, ids:, model:, design_id:)
    Joining::Plan.new(model, other, design_id:)
  end

  # { what is offered => what becomes of it }
  def offered(plan) = plan.offers.to_h { |offer| [ "#{offer.way} #{offer.title}", offer.said ] }

  # What was answered to a script that alters is known when the database is read again.
  def test_answers_about_names_are_used
    first = begun
    design = first.model.all(:design).first
    other = FIRST.sub("depth int", "sounding int").sub("TABLE toll", "TABLE levy").sub("TABLE quay", "TABLE wharf")
    assert_equal [ "Is berth.depth what was called sounding?" ], plan(first.model, other, design.id).questions
      .map(&:words).grep(/depth/)
    model = [ %w[berth.depth sounding], %w[toll levy] ].reduce(first.model) do |known, (about, text)|
      Altering::Answers.set(known, design.id, about, "former", text, ids:).apply(known)
    end
    found = offered(plan(model, other, design.id))
    assert_equal [ "name “toll” becomes “levy”", nil, nil ],
                 found.values_at("changed table toll", "new column sounding", "new table levy"), found.inspect
    assert_includes found, "new table wharf"
  end

  # A script that renames says itself what is the same.
  def test_what_a_script_calls_otherwise_is_known
    first = begun
    design = first.model.all(:design).first
    other = "#{FIRST} ALTER TABLE toll RENAME TO levy; ALTER TABLE berth RENAME depth TO sounding;"
    assert_equal({ "changed table toll" => "name “toll” becomes “levy”",
                   "changed column berth · depth" => "name “depth” becomes “sounding”" },
                 offered(plan(first.model, other, design.id)))
  end

  # Partitions and rights are parts like others.
  def test_partitions_and_rights
    spread = "CREATE TABLE sailing (id int, day int) PARTITION BY RANGE (day); GRANT SELECT ON sailing TO stoker;" \
             "CREATE TABLE early PARTITION OF sailing FOR VALUES FROM (1) TO (9);"
    first = begun(spread)
    design = first.model.all(:design).first
    assert_empty offered(plan(first.model, spread, design.id))
    more = "CREATE TABLE late PARTITION OF sailing DEFAULT; GRANT INSERT ON sailing TO stoker;"
    found = offered(plan(first.model, "#{spread.sub('(9)', '(7)')} #{more}", design.id))
    assert_equal [ "changed grant stoker · select on sailing", "changed partition sailing · early",
                   "new partition sailing · late" ], found.keys.sort
    assert_equal "DEFAULT", found["new partition sailing · late"]
  end

  def test_what_is_there_already_is_not_offered_again
    first = begun
    assert_empty offered(plan(first.model, FIRST, first.design_id))
    counted = read(FIRST).tap { |catalog| catalog.tables.each { |table| table.rows = 12 } }
    other, = Joining.read(counted, platform: "postgresql", ids:, model: first.model, design_id: first.design_id)
    assert_empty offered(Joining::Plan.new(first.model, other, design_id: first.design_id)), "rows are no change"
    derived = Derivation.derive(ferries, platform: "postgresql", ids:)
    model = derived.change_set.apply(ferries)
    again = plan(model, Ddl.script(model, derived.design_id).text, derived.design_id)
    assert_empty offered(again)
  end

  # What the design has beyond a database that was read as far as a scope goes.
  def test_what_is_gone_is_offered_within_what_was_read_and_taken_alone
    first = begun
    other, = Joining.read(read(SECOND), platform: "postgresql", ids:, model: first.model, design_id: first.design_id)
    gone = lambda do |scope|
      plan = Joining::Plan.new(first.model, other, design_id: first.design_id, scope: Intake::Scope.of(scope))
      [ plan, plan.offers.select { |offer| offer.way == :gone }.map(&:title) ]
    end
    assert_equal [ "table quay" ], gone.({}).last # foreign keys of what was read lead to the tolls
    assert_empty gone.({ "never" => "quay" }).last
    plan, = gone.({})
    change, = plan.change_set(plan.offers.select { |offer| offer.title == "table quay" }.map(&:key), ids:)
    result = change.apply(first.model)
    assert_equal %w[berth ferry pier toll], result.children(first.design_id, :table).map(&:name).sort
    assert_equal first.model.all(:entity), result.all(:entity)
    smaller, = Joining.read(read("CREATE TABLE pier (code char(3) PRIMARY KEY)"), platform: "postgresql", ids:)
    scope = Intake::Scope.of("only" => "pier")
    plan = Joining::Plan.new(first.model, smaller, design_id: first.design_id, scope:)
    assert_equal [ "column pier · name" ], plan.offers.select { |offer| offer.way == :gone }.map(&:title)
  end

  def test_what_is_new_and_what_would_change
    first = begun
    plan = plan(first.model, SECOND, first.design_id)
    assert_equal(
      { "new view deep" => "",
        "changed column pier · name" => "type “varchar(40)” becomes “varchar(60)”; mandatory “yes” becomes “no”",
        "new column berth · length" => "numeric(5,1)",
        "changed column berth · depth" => "type “integer” becomes “bigint”; mandatory “no” becomes “yes”",
        "new foreign key berth · berth_ferry_fkey" => "ferry to toll",
        "new check berth · berth_depth_check" => "depth > 0",
        "changed table ferry" => "name “ferry” becomes “boat”", "new column ferry · pier" => "char(3)",
        "new foreign key ferry · boat_pier_fkey" => "pier to pier",
        "new table crew" => "3 columns, 1 key, 1 foreign key, 1 check",
        "new text after the script" => "CREATE POLICY" },
      offered(plan).transform_values { |said| said[/\ACREATE POLICY/] || said }
    )
    assert_equal [ "1 table of PostgreSQL is not in it and stays as it is: quay." ], plan.notes
  end

  def test_what_is_taken_becomes_one_change_and_nothing_doubles
    first = begun
    change, kept = plan(first.model, SECOND, first.design_id).change_set(ids:, base: first.base)
    model = change.apply(first.model)
    assert_empty offered(plan(model, SECOND, first.design_id))
    assert_equal [ "Berth", "Crew", "Ferry", "Pier", "Quay", "Toll" ], model.all(:entity).map(&:name).sort
    assert_equal [ "Depth", "Length", "No" ], own(model, "Berth"), "ferry came with the relationship to toll"
    assert_equal first.model, change.inverse.apply(model)
    again = Derivation.again(model, first.design_id, base: kept)
    assert_empty again.arrivals.map { |each| [ each.way, each.element.label(model) ] }
    assert_empty again.conflicts
    assert_equal kept.digest, model.fetch(first.design_id).base
  end

  def test_some_of_it
    first = begun
    plan = plan(first.model, SECOND, first.design_id)
    keys = plan.offers.select { |offer| offer.title.match?(/length|crew/) }.map(&:key)
    change, = plan.change_set(keys, ids:, base: first.base)
    model = change.apply(first.model)
    left = offered(plan(model, SECOND, first.design_id)).keys
    rest = plan.offers.reject { |offer| keys.include?(offer.key) }
    assert_equal rest.map { |offer| "#{offer.way} #{offer.title}" }, left
    assert_equal 1, model.all(:domain).size, "the allowed values of what was taken came along"
  end

  def test_what_needs_something_that_was_left_is_left
    first = begun("CREATE TABLE pier (code char(3) PRIMARY KEY);")
    plan = plan(first.model, "CREATE TABLE a (id int PRIMARY KEY, UNIQUE (id)); " \
                             "CREATE TABLE b (id int PRIMARY KEY, a int REFERENCES a (id));", first.design_id)
    keys = plan.offers.select { |offer| offer.title == "table b" }.map(&:key)
    change, = plan.change_set(keys, ids:, base: first.base)
    model = change.apply(first.model)
    assert_empty model.all(:foreign_key) + model.all(:relationship)
    assert_equal %w[id a], model.all(:table).find { |table| table.name == "b" }.then { |table|
      model.children(table.id, :column).map(&:name)
    }
  end

  def test_a_script_of_another_platform_becomes_a_design_beside_the_others
    first = begun
    plan = plan(first.model, "CREATE TABLE pier (code varchar2(3) PRIMARY KEY, name varchar2(40), depth number(5));",
                nil, platform: "oracle")
    assert_equal [ "new table pier" ], offered(plan).keys
    change, base = plan.change_set(ids:)
    model = change.apply(first.model)
    assert_equal first.model.all(:entity), model.all(:entity)
    assert_equal %w[Depth], change.additions.select { |each| each.kind == :attribute }.map(&:name)
    oracle = model.all(:design).find { |design| design.platform == "oracle" }
    assert_equal base.digest, oracle.base
    assert_includes Ddl.script(model, oracle.id).text, "depth number(5)"
  end

  private

  def own(model, name) = model.children(entity(model, name).id, :attribute).map(&:name).sort
end
