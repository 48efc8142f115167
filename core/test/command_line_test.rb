# frozen_string_literal: true

require "core_test_helper"
require "kelvath/command_line"
require "tmpdir"
require "csv"

class CommandLineTest < CoreTest
  def call(*arguments, engines: {})
    out, err = StringIO.new, StringIO.new
    code = CommandLine.new(out:, err:, engines:).run(arguments.map(&:to_s))
    [ code, out.string, err.string ]
  end

  def test_derive_script_compare_and_layout
    Dir.mktmpdir do |directory|
      one, two = %w[one.json two.json].map { |name| File.join(directory, name) }
      File.write(one, Interchange::ModelFile.write(ferries))
      code, _, err = call("derive", one, "--platform", "postgresql", "--out", two)
      assert_equal [ 0, "tables=29 columns=146 primary_keys=29 foreign_keys=38 indexes=22 views=0" ],
                   [ code, err.lines.last.chomp ]
      assert_match(/CREATE TABLE vessel \(/, call("script", two, "--platform", "postgresql")[1])
      assert_equal [ 0, "differences=0\n" ], call("compare", one, one).values_at(0, 2)
      assert_equal 1, call("compare", one, two).first
      assert_compares(one, two)
      assert_equal 28, JSON.parse(call("layout", one)[1])["Concept"].size
    end
  end

  # A design is held against the script that was kept of it.
  def assert_compares(bare, derived)
    script = "#{derived}.sql"
    text = call("script", derived, "--platform", "postgresql")[1]
    File.write(script, text)
    assert_equal [ 0, "" ], call("compare", derived, script, "--platform", "postgresql").first(2)
    File.write(script, text.sub(/gross_tonnage .*$/, ""))
    code, out, = call("compare", derived, script, "--platform", "postgresql")
    assert_equal [ 1, "PostgreSQL: column vessel · gross_tonnage: only in #{File.basename(derived)}\n" ], [ code, out ]
    assert_equal "only in #{File.basename(derived)}",
                 JSON.parse(call("compare", bare, derived, "--format", "json")[1]).first["how"].sub("one", "two")
    assert_match(/\APart,Within,What,How/, call("compare", bare, derived, "--format", "csv")[1])
    assert_equal 2, call("compare", bare, derived, "--format", "smoke").first
  end

  # { further arguments => [exit code, what is printed] }
  def test_check_for_a_pipeline
    Dir.mktmpdir do |directory|
      file = File.join(directory, "one.json")
      rule = Metamodel::Sweep.new(id: "S", name: "No <harbours>", of: "entity", rule: true, weight: "must",
                                  says: "& no more")
      condition = Metamodel::Condition.new(id: "C", parent_id: "S", subject: "name", value: "Harbour")
      File.write(file, Interchange::ModelFile.write(ChangeSet.new(additions: [ rule, condition ]).apply(ferries)))
      { [] => [ 2, /^must   Entity Harbour: & no more$/ ],
        [ "--least", "must", "--format", "json" ] => [ 2, /"weight": "must"/ ],
        [ "--format", "junit" ] => [ 2, /name="No &lt;harbours&gt;".*message="Entity Harbour: &amp; no more"/m ],
        [ "--least", "perhaps" ] => [ 2, // ], [ "--format", "poem" ] => [ 2, // ] }.each do |more, (code, printed)|
        answer, out, err = call("check", file, *more)
        assert_equal code, answer, err
        assert_match printed, out
        assert_match(/is one of/, err) if printed == //
      end
      File.write(file, Interchange::ModelFile.write(Model::EMPTY))
      assert_equal [ 0, "" ], call("check", file).first(2)
    end
  end

  def test_impact
    Dir.mktmpdir do |directory|
      file = File.join(directory, "one.json")
      File.write(file, Interchange::ModelFile.write(ferries))
      code, out, err = call("impact", file, "Money Amount", "--depth", "1")
      assert_equal [ 0, 6 ], [ code, out.lines.grep(/\A1  attribute .*refers to it$/).size ], err
      assert_match(/subject area Fleet/, call("impact", file, "Vessel", "--way", "reaching")[1])
      assert_match(/^1  domain Money Amount: is referred to$/,
                   call("impact", file, "Ticket.Price", "--way", "reaching")[1])
      { "Zeppelin" => /no element/, "Name" => /may be/ }.each do |what, words|
        assert_match words, call("impact", file, what).last
      end
      assert_match(/a model file and the name of an element/, call("impact", file).last)
    end
  end

  # An engine answers what it read back; here one that made nothing, and one that refuses.
  def test_scripts_by_a_recipe_and_their_proof
    Dir.mktmpdir do |directory|
      one, two = %w[one.json two.json].map { |name| File.join(directory, name) }
      File.write(one, Interchange::ModelFile.write(ferries))
      call("derive", one, "--platform", "postgresql", "--out", two)
      assert_match(/^DROP TABLE IF EXISTS watch;/,
                   call("script", two, "--platform", "postgresql", "--recipe", "rebuild")[1])
      nothing = { "postgresql" => ->(script) {
        assert_match(/CREATE TABLE vessel/, script.text)
        Intake::Catalog.new(tables: [], views: [])
      } }
      code, out, err = call("prove", two, "--platform", "postgresql", engines: nothing)
      assert_equal [ 2, true ], [ code, out.include?("table vessel: only in the first") ]
      assert_match(/statements=\d+ differences=\d+/, err)
      refuses = { "postgresql" => ->(_) { raise Error, "Line 3: no." } }
      assert_equal [ 1, "kelvath: Line 3: no.\n" ],
                   call("prove", two, "--platform", "postgresql", engines: refuses).values_at(0, 2)
      code, _, err = call("prove", two, "--platform", "postgresql")
      assert_equal [ 0, true ], [ code, err.match?(/no PostgreSQL runs here: the script is read back, .* no proof/) ]
      assert_match(/no recipe “soup”/, call("script", two, "--platform", "postgresql", "--recipe", "soup").last)
    end
  end

  # Scripts of a folder are read in the order of their names; what is wrong has its file and line.
  def test_scripts_are_read
    Dir.mktmpdir do |directory|
      out = File.join(directory, "out.json")
      { "2.sql" => "alter table a add b int;\ncreate index on nowhere (x);",
        "1.sql" => "create table a (id int primary key);" }
        .each { |name, text| File.write(File.join(directory, name), text) }
      code, _, err = call("read", directory, "--platform", "postgresql", "--out", out)
      assert_equal 0, code
      assert_equal "tables=1 columns=2 primary_keys=1 foreign_keys=0 indexes=0 views=0 sequences=0 kept_as_text=0 " \
                   "warnings=1", err.lines.last.chomp
      assert_match(%r{/2\.sql:2: nowhere: There is no nowhere here}, err)
      assert_equal %w[id b], Interchange::ModelFile.read(File.read(out)).all(:column).map(&:name)
      first = File.join(directory, "1.sql")
      assert_equal 2, call("alter", first, out, "--platform", "postgresql").first
      File.write(first, "nothing of the sort")
      assert_equal 1, call("read", first, "--out", out).first
    end
  end

  # From one model file to another, the one question answered; nothing to do is 0, something is 2, an open question 1.
  # What hangs on an answer is told by a code of its own.
  def test_what_may_be_lost_is_asked_for
    Dir.mktmpdir do |folder|
      one, two = %w[phone mobile].map do |name|
        File.join(folder, "#{name}.sql").tap { |file| File.write(file, "CREATE TABLE driver (id int, #{name} int);") }
      end
      alter = ->(*rest) { call("alter", one, two, "--platform", "postgresql", *rest) }
      code, out, err = alter.()
      assert_equal [ 3, true, true ], [ code, out.include?("-- Open: Is driver.mobile what was called phone?"),
                                        err.include?("--answer driver.mobile=phone, or --lose driver.phone") ]
      assert_equal [ 2, true ], alter.("--answer", "driver.mobile=phone").first(2).then { |it, sql|
        [ it, sql.include?("RENAME COLUMN") ] }
      assert_equal [ 2, true ], alter.("--lose", "driver.phone").first(2).then { |it, sql|
        [ it, sql.include?("DROP COLUMN phone") ] }
      assert_equal 1, alter.("--answer", "driver=phone").first
    end
  end

  def test_scripts_that_alter
    Dir.mktmpdir do |directory|
      one, two = %w[one.json two.json].map { |name| File.join(directory, name) }
      model, = derived(ferries, "postgresql")
      File.write(one, Interchange::ModelFile.write(model))
      vessel = model.all(:table).find { |each| each.name == "vessel" }
      changed = Draft.change(model, ids:) { |draft|
        draft.add(:column, parent_id: vessel.id, name: "flag", mandatory: true, position: 99.0,
                           native_type: Platforms.fetch("postgresql").read_type("char(2)"))
      }.apply(model)
      File.write(two, Interchange::ModelFile.write(changed))
      alter = ->(*rest) { call("alter", one, *rest, "--platform", "postgresql") }
      assert_equal [ 0, "" ], alter.(one).first(2)
      assert_match(/Say it: --answer vessel\.flag=/, alter.(two).tap { |code, _, _| assert_equal 1, code }.last)
      code, out, = alter.(two, "--answer", "vessel.flag='GB'")
      assert_equal [ 2, true ], [ code, out.include?("UPDATE vessel SET flag = 'GB';") ]
      assert_match(/^ALTER TABLE vessel DROP COLUMN flag;/, alter.(two, "--answer", "vessel.flag='GB'", "--back")[1])
      assert_match(/Nothing runs here/, alter.(two, "--answer", "vessel.flag='GB'", "--prove").last)
      assert_equal 2, alter.(two, "--answer", "vessel.flag").first
    end
  end

  def test_names_by_a_rulebook_both_ways
    Dir.mktmpdir do |directory|
      model, named, book, words = %w[model.json named.json book.json words.csv].map do |name|
        File.join(directory, name)
      end
      derived = Derivation.derive(ferries, platform: "postgresql", ids:).change_set.apply(ferries)
      File.write(model, Interchange::ModelFile.write(derived))
      File.write(book, Naming::RulebookFile.write(Naming::Shipped.begin("short", "Short", ids:).apply(Model::EMPTY)))
      File.write(words, Naming::LexiconSheet.out(Demo::Words.lexicon(ids:)).map(&:to_csv).join)
      code, out, err = call("name", model, "--rulebook", book, "--lexicon", words, "--dry-run")
      assert_equal [ 0, "names=271 changed=271 (nothing written)\n" ], [ code, err.lines.last ]
      assert_includes out, "VSL_CLS.passenger_capacity\tPSG_CAP\tPassenger → PSG; Capacity → CAP\n"
      assert_equal 0, call("name", model, "--rulebook", book, "--lexicon", words, "--out", named).first
      assert_includes Interchange::ModelFile.read(File.read(named)).all(:table).map(&:name), "CRW_MBR"
      assert_equal "names=271 changed=0\n", call("name", named, "--rulebook", book, "--lexicon", words)[2].lines.last
      assert_equal "names=126 changed=2 (nothing written)\n", call("name", named, "--rulebook", book, "--lexicon",
                                                                   words, "--to", "words", "--dry-run")[2].lines.last
      { "Word,Colour\n" => /columns that a lexicon does not have: “Colour”/,
        "Word\n=1+1\n" => /Row 2: Word is a formula/, "Word\nBoat\nboat\n" => /Row 3: “boat” stands in row 2 already/,
        "Word\n\xFFx\n" => /not UTF-8 text: line 2/ }.each do |text, message|
        File.binwrite(words, text)
        assert_match message, call("name", model, "--rulebook", book, "--lexicon", words)[2]
      end
    end
  end

  def test_failures_are_one_clear_line
    { [ "frob" ] => [ 2, /no command “frob”/ ],
      [ "derive", "nowhere.json", "--platform", "sqlite" ] => [ 1, /no file nowhere.json/ ],
      [ "derive", __FILE__, "--platform", "sqlite" ] => [ 1, /not readable as JSON/ ],
      [ "read", __FILE__, "--platform", "dbase" ] => [ 2, /--out is missing/ ],
      [ "read", __FILE__, "--platform", "dbase", "--out", "x" ] => [ 1, /known are sqlite, postgresql/ ],
      [ "script" ] => [ 2, /takes one file/ ],
      [ "layout", "a", "--colour" ] => [ 2, /invalid option/ ] }.each do |arguments, (code, message)|
      given, _, err = call(*arguments)
      assert_equal [ code, 1 ], [ given, err.lines.size ], arguments.inspect
      assert_match message, err
    end
  end
end
