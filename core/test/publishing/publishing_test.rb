# frozen_string_literal: true

require "core_test_helper"

# What a dossier comes to, what its look-over finds, and how it is shaped.
class PublishingTest < CoreTest
  def model
    @model ||= Derivation.derive(ferries, platform: "postgresql", ids:).then { |made| made.change_set.apply(ferries) }
  end

  def book(name, in_model = model) = Publishing.compose(in_model, Publishing.fetch(in_model, name))
  def entity(name) = model.all(:entity).find { |each| each.name == name }
  def dossier(**values) = Metamodel::Dossier.new(id: "D", name: "Own", **values)

  # The model with a dossier of its own that has chapters of some sorts.
  def with(*sorts, **values)
    chapters = sorts.each_with_index.map do |sort, index|
      Metamodel::Chapter.new(id: "C#{index}", parent_id: "D", name: sort.capitalize, sort:, position: index + 1.0)
    end
    ChangeSet.new(additions: [ dossier(**values), *chapters ]).apply(model)
  end

  def test_those_that_ship
    assert_equal [ "For the business", "Data dictionary", "Technical" ], Publishing.all(model).map(&:name)
    assert_equal [ 28, 18 ], book("Data dictionary").entries.map(&:sort).tally.values_at("entity", "domain")
    assert_equal 29, book("Technical").entries.size
    assert_raises(UnknownName) { Publishing.fetch(model, "Nothing") }
  end

  def test_a_page_of_an_entity_leads_where_the_book_has_pages
    page = book("Data dictionary").entries.find { |each| each.title == "Defect" }
    attributes = sheet(page, "Attributes")
    row = attributes.rows.find { |each| each.first == "Vessel Hull Number" }
    assert_equal [ Publishing::Link.new("Reference", named(:domain, "Reference")), "yes", "PK",
                   [ "from ", Publishing::Link.new("Vessel", entity("Vessel").id) ] ], row.drop(1)
    used = page.blocks.last.rows
    assert_includes used, [ "diagram", "Fleet in IDEF1X" ] # which this book does not show: no link
    assert_match(/must be found in exactly one Inspection/, page.blocks.grep(Publishing::Sentences).first.lines.join)
  end

  def sheet(page, title) = page.blocks.grep(Publishing::Sheet).find { |each| each.title == title }
  def named(kind, name) = model.all(kind).find { |each| each.name == name }.id

  def test_a_page_of_a_table
    page = book("Technical").entries.find { |each| each.title == "berth" }
    row = page.blocks.grep(Publishing::Sheet).first.rows.first
    assert_equal [ "harbour_code", "varchar(3)", "yes", "", "PK, FK" ], row.first(5)
    assert_instance_of Publishing::Link, row[5]
    assert_equal %w[fuel_delivery sailing],
                 sheet(page, "Referred to by").rows.map { |each| each.first.text }
  end

  def test_only_what_is_in_scope
    fleet = model.all(:subject_area).find { |each| each.name == "Fleet" }
    made = with("entities", "tables", "dictionary", "prose", subject_area_ids: [ fleet.id ], names: "both")
    found = Publishing.compose(made, made.fetch("D"))
    names = found.entries.select { |each| each.sort == "entity" }.map(&:title)
    assert_equal model.all(:entity).select { |each| each.subject_area_id == fleet.id }.map(&:name).sort, names
    assert_includes found.entries.select { |each| each.sort == "table" }.map(&:title), "vessel"
    refute_includes found.entries.map(&:title), "booking"
    assert_equal [ "Fleet", "Domains" ], found.chapters.last.blocks.map(&:title)
    refute(found.chapters[2].blocks.flat_map(&:rows).any? { |row| row.first.to_s == "Booking" })
  end

  # { what is wrong => [change of the model, sort of concern] }; without it there is none of that sort.
  def test_the_look_over
    vessel = entity("Vessel")
    fine = Draft.change(model, ids:) do |draft|
      model.all(:diagram).each { |each| draft.set(each.id, name: "#{each.name} of the ferries") }
    end.apply(model)
    { "nameless" => ->(draft) { draft.set(first_diagram(draft).id, name: "Diagram 17") },
      "crowded" => ->(draft) { crowd(draft) }, "undefined" => ->(draft) { draft.set(vessel.id, definition: " ") },
      "internal" => ->(draft) { draft.set(vessel.id, definition: "TODO: ask Sales") } }.each do |sort, break_it|
      broken = Draft.change(fine, ids:, &break_it).apply(fine)
      assert_equal [ 0, 1 ], [ fine, broken ].map { |each| concerns(each, "diagrams", "entities")[sort].to_i }, sort
    end
    assert_equal [ nil, 1 ], [ model, ferries ].map { |each| concerns(each, "tables")["empty"] }
    writable = ->(text) { !text.include?("Something found wrong") }
    found = Publishing::LookOver.new(with("entities"), dossier, writable:).concerns
    assert_equal [ entity("Defect").id ], found.select { |each| each.sort == "unwritable" }.map(&:element_id)
  end

  def first_diagram(draft) = draft.model.all(:diagram).find { |each| each.stage == "concept" }

  def crowd(draft)
    one, two = draft.model.children(first_diagram(draft).id, :diagram_node)
    draft.set(two.id, x: one.x + 5, y: one.y + 5)
  end

  def concerns(model, *sorts)
    chapters = sorts.each_with_index.map do |sort, index|
      Metamodel::Chapter.new(id: "C#{index}", parent_id: "D", name: sort, sort:, position: index + 1.0)
    end
    made = ChangeSet.new(additions: [ dossier(paper: "A0"), *chapters ]).apply(model)
    found = Publishing::LookOver.new(made, made.fetch("D")).concerns
    found.map(&:sort).tally.tap { |tally| tally.delete("small") }
  end

  # { what is shown of a chapter => what stands on its first page }
  def test_what_a_chapter_shows_is_chosen
    field = Metamodel::CustomField.new(id: "F", name: "Steward", of: "entity", type: "text")
    value = Metamodel::CustomValue.new(id: "V", parent_id: entity("Defect").id, custom_field_id: "F", value: "Deck")
    kept = ChangeSet.new(additions: [ field, value ]).apply(with("entities"))
    usual = %w[Attributes Rules] << "Where it is used"
    { [] => [ "Also", *usual ], %w[attributes unit default] => [ "Attributes" ], %w[custom-F] => [ "Also" ] }
      .each do |shown, titles|
      change, = Publishing::Shaping.set_chapter(kept, "D", "C0", "shown", shown, ids:)
      page = Publishing.compose(change.apply(kept), kept.fetch("D")).entries.first
      assert_equal titles, page.blocks.filter_map { |each| each.title unless each.is_a?(Publishing::Passage) }, shown
      assert_equal %w[Attribute Default Unit], sheet(page, "Attributes").columns if shown.include?("unit")
    end
    all = Publishing::Choices.taken(kept, kept.fetch("D"), kept.fetch("C0")).to_a
    assert_empty Publishing::Shaping.set_chapter(kept, "D", "C0", "shown", all, ids:).first.updates
    assert_raises(UnknownName) { Publishing::Shaping.set_chapter(kept, "D", "C0", "shown", [ "poem" ], ids:) }
  end

  def test_a_chapter_of_what_a_sweep_finds
    kept, id = Sweeping::Shaping.start(with("sweep"), "All harbours", "entity", ids:)
    kept = kept.apply(with("sweep"))
    condition = Metamodel::Condition.new(id: "Q", parent_id: id, subject: "name", value: "harbour")
    kept = ChangeSet.new(additions: [ condition ]).apply(kept)
    assert_empty Publishing.compose(kept, kept.fetch("D")).chapters.first.blocks
    change, = Publishing::Shaping.set_chapter(kept, "D", "C0", "sweep_id", "All harbours", ids:)
    found = Publishing.compose(change.apply(kept), kept.fetch("D")).chapters.first.blocks.first
    assert_equal [ "All harbours", 1, "Harbour" ], [ found.title, found.rows.size, found.rows.first[1].to_s ]
  end

  def test_diagrams_have_an_order_of_their_own
    made = with("diagrams", names: "words")
    before = Publishing.compose(made, made.fetch("D")).pictures.map(&:title)
    second = Publishing::Scope.new(made, made.fetch("D")).pictured[1].id
    change, = Publishing::Shaping.move_diagram(made, "D", second, -1, ids:)
    moved = change.apply(made)
    assert_equal [ *before.first(2).reverse, *before.drop(2) ],
                 Publishing.compose(moved, moved.fetch("D")).pictures.map(&:title)
  end

  def test_a_diagram_is_divided_by_subject_area
    made = with("diagrams", names: "words")
    whole = first_diagram(Draft.new(made, ids:))
    change, = Publishing::Shaping.divide(made, "D", whole.id, ids:)
    parted = change.apply(made)
    titles = Publishing.compose(parted, parted.fetch("D")).pictures.map(&:title)
    assert_equal [ "Concept: Fleet", "Concept: Network", "Concept: Operations", "Concept: Sales" ], titles.first(4)
    refute_includes titles, "Concept"
    cards = ->(model, id) { model.children(id, :diagram_node).map(&:element_id) }
    parts = parted.all(:diagram).select { |each| each.name.start_with?("Concept: ") }
    assert_equal cards.call(made, whole.id).sort, parts.flat_map { |each| cards.call(parted, each.id) }.sort
    one = parts.first.id
    assert_raises(Error) { Publishing::Shaping.divide(parted, "D", one, ids:) }
  end

  def test_legends_and_title_blocks_are_the_dossiers_wish
    id = model.all(:diagram).first.id
    { "as drawn" => model.fetch(id).legend, "always" => true, "never" => false }.each do |word, shown|
      assert_equal shown, Publishing.prepared(model, dossier(legend: word)).fetch(id).legend, word
    end
  end

  def test_a_single_piece
    found = Findings.of(model, Naming::Standard.plain)
    { Publishing::Extract.prose(model) => Publishing::Sentences,
      Publishing::Extract.findings(model, found) => Publishing::Sheet,
      Publishing::Extract.ledger(Ledger.of(model, "logical"), "Attributes") => Publishing::Sheet,
      Publishing::Extract.diagram(model, model.all(:diagram).first.id) => Publishing::Picture }.each do |book, kind|
      assert book.brief
      assert_instance_of kind, book.chapters.first.blocks.first
    end
  end

  def test_text_too_small_for_its_paper
    small = %w[A4 A0].map do |paper|
      made = with("diagrams", paper:)
      Publishing::LookOver.new(made, made.fetch("D")).concerns.count { |each| each.sort == "small" }
    end
    assert_operator small.first, :>, 0
    assert_equal 0, small.last
  end

  def test_a_shipped_one_becomes_own_when_it_is_changed_and_all_of_it_is_undone
    change, id, = Publishing::Shaping.set(model, "dossier-technical", "subtitle", "For those who build", ids:)
    own = change.apply(model)
    assert_equal [ "For those who build", 5 ], [ own.fetch(id).subtitle, own.children(id, :chapter).size ]
    assert_equal [ "Technical", "For the business", "Data dictionary" ], Publishing.all(own).map(&:name)
    moved, _, chapter = Publishing::Shaping.move(own, id, own.children(id, :chapter).last.id, -1, ids:)
    own = moved.apply(own)
    assert_equal [ "Diagrams", "Tables", "All columns", "Findings", "Scripts" ],
                 own.children(id, :chapter).sort_by(&:position).map(&:name)
    assert_equal "Findings", own.fetch(chapter).name
    added, _, chapter = Publishing::Shaping.add(own, id, "glossary", ids:)
    removed, = Publishing::Shaping.remove_chapter(added.apply(own), id, chapter, ids:)
    without = removed.apply(added.apply(own))
    assert_equal own.children(id, :chapter).map(&:name), without.children(id, :chapter).map(&:name)
    assert_raises(InvalidValue) { Publishing::Shaping.add(own, id, "poems", ids:) }
    assert_raises(InvalidValue) { Publishing::Shaping.set(own, id, "paper", "papyrus", ids:) }
  end
end
