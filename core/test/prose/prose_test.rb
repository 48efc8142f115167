# frozen_string_literal: true

require "core_test_helper"

class ProseTest < CoreTest
  # sentence => [kind of statement, some of its values]
  FORMS = {
    "Vessel means: A ferry, owned or chartered." => [ :means,
                                                      { name: "Vessel", definition: "A ferry, owned or chartered." } ],
    "A Vessel is a ship that carries passengers." => [ :described, { name: "Vessel",
                                                                     definition: "a ship that carries passengers" } ],
    "A Booked Vehicle is a Car, a Lorry or a Coach." => [ :subtypes,
                                                          { owner: "Booked Vehicle", modal: "is", several: nil } ],
    "A Crew Member may be a Deck Officer or an Engineer, or several of these." =>
      [ :subtypes, { modal: "may be", several: ", or several of these" } ],
    "A Vessel is identified by its hull number." => [ :identified, { owner: "Vessel", also: "is" } ],
    "A Vessel can also be identified by its Call Sign (called By call sign)." =>
      [ :identified, { also: "can also be", called: "By call sign" } ],
    "The Length of a Vessel is measured in metres." => [ :attribute_facts, { name: "Length", owner: "Vessel" } ],
    "Metres is a domain of decimal(6,2), measured in m." => [ :domain, { name: "Metres" } ],
    "Fare Band takes the values off-peak, standard and peak." => [ :values, { name: "Fare Band" } ],
    "Subject area Fleet: Ships and what belongs to them" => [ :area, { name: "Fleet",
                                                                       definition: "Ships and what belongs to them" } ],
    "The plural of Quay is Quays." => [ :plural, { singular: "Quay", plural: "Quays" } ],
    "In a Fare, its Band and its Valid From decide its Adult Price." => [ :decides, { owner: "Fare" } ],
    "Each Vessel may have many Sailings." => [ :relationship, {} ],
    "3.1.2 Each Sailing must be made by exactly one Vessel, which identifies it." => [ :relationship, {} ],
    "A “Vessel or Barge” must have a Name." => [ :has, { owner: "Vessel or Barge", modal: "must have" } ]
  }.freeze

  def test_every_form_is_recognised
    FORMS.each do |sentence, (kind, values)|
      statement = Prose::Grammar.read(sentence)
      assert_equal kind, statement.kind, sentence
      assert_equal values, statement.values.slice(*values.keys), sentence
    end
  end

  # Sentence => what a model with a Vessel and Sailings expected at which word.
  REFUSED = {
    "Vessels are blue." => /“Vessels” word 2 is “are”; expected “may” or “must”/, "" => /no word/,
    "Each Vessel may make Sailings." => /word 5 is “Sailings”; expected how many/,
    "Each Vessel may" => /sentence ends; expected a verb/,
    "EEach Vessel may make many Sailings." => /Word 1 is “EEach”/,
    "EEach Vessel has a Name." => /“EEach” where “Each” was expected/,
    "A Vessel is identyfied by its Name." => /word 4 is “identyfied”; expected “identified by”/,
    "Every Part is a Thing." => /There is no entity “Thing”.*Part means/
  }.freeze

  def test_a_sentence_is_understood_or_refused_in_terms_of_the_model
    base = model("Each Vessel may make many Sailings.")
    REFUSED.each do |text, expected|
      error = assert_raises(UnreadableSentence, text) { Prose::Reader.new(base, ids:).read_one(text) }
      assert_match expected, error.message
      assert_match(/Each Vessel may make many Sailings/, error.message) unless text.match?(/EEach|Part/)
    end
    { "A Vessel has a Key, a Code and may have an End." => "A Vessel must have a Key and a Code.",
      "Each Vessel must make many Sailings." => "Each Vessel must make at least one Sailing; each Sailing must be " \
                                                "related to exactly one Vessel.",
      "Each Vessel has a Name." => "A Vessel must have a Name.",
      "Each Sailing has a Vessel." => "Each Vessel may make many Sailings; each Sailing must have exactly one Vessel.",
      "Every Part is a Vessel." => "A Vessel may be a Part or nothing else." }.each do |text, said|
        after = Prose::QuickLine.read(base, text, ids:).change_set.apply(base)
        assert_includes Prose.text(after), said
      end
  end

  def test_what_looks_like_a_sentence_is_never_made_an_entity
    [ "EEach Vessel may make many Sailings.", "Foo bar baz.", "Vessel may float" ].each do |text|
      assert_raises(UnreadableSentence, text) { Prose::QuickLine.read(Model::EMPTY, text, ids:) }
    end
  end

  TYPED = {
    "Lease End Date date" => [ "Lease End Date", "date", nil, false ],
    "Annual Lease decimal(10,2)" => [ "Annual Lease", "decimal", 10, false ],
    "Season*: small integer" => [ "Season", "small_integer", nil, true ], "Code*" => [ "Code", "", nil, true ],
    "Start Date* date" => [ "Start Date", "date", nil, true ],
    "Code: text(8)*" => [ "Code", "text", nil, true ], "start date" => [ "start date", "", nil, false ],
    "Held (integer)" => [ "Held", "integer", nil, false ]
  }.freeze

  def test_one_quick_form_for_attributes
    TYPED.each do |text, expected|
      draft = Draft.new(model("A Vessel is an entity."), ids:)
      Prose::TypedAttribute.add(draft, draft.model.all(:entity).first.id, text)
      made = draft.model.all(:attribute).last
      assert_equal expected, [ made.name, made.type, made.precision, made.mandatory ], text
    end
  end

  def test_reading_the_demo_out_and_in_gives_the_same_model
    outcome = read(Prose.text(ferries))
    assert_empty outcome.unread
    logical = ferries.only(Metamodel::LOGICAL)
    differences = Comparison.models(logical, outcome.change_set.apply(Model::EMPTY))
    assert_empty differences.reject { |each| each.field == :colour }.map(&:to_s),
                 "colours are of the drawing; sentences do not say them"
    assert_predicate Prose::Reader.new(ferries, ids:).read(Prose.text(ferries)).change_set, :empty?,
                     "reading a model into itself changes nothing"
  end

  # Names that contain the grammar's own words, marks and quotation, in random combinations.
  HOSTILE = [ "Vessel", "Terms and Conditions", "A Day", "Value in Use", "Sailing (planned)", "one", "Each",
              "Ship's Log", "Call: Sign", "many Things", "is a", "Quote “x” \\ y",
              "Prix net, HT", "x; y", "its Number", "Must Have", "Überfahrt", "9 Lives" ].freeze
  PHRASES = [ "make", "have a look at", "be made by", "", "exactly match", "may need", "call; at",
              "take one or two" ].freeze

  def test_any_names_survive_the_round_trip
    30.times do |seed|
      built = random_model(Random.new(seed))
      outcome = read(Prose.text(built))
      assert_empty outcome.unread, "seed #{seed}: #{Prose.text(built)}"
      assert_empty Comparison.models(built, outcome.change_set.apply(Model::EMPTY)).map(&:to_s),
                   "seed #{seed}:\n#{Prose.text(built)}"
    end
  end

  def test_a_typed_paragraph_makes_a_model_and_keeps_what_it_cannot_read
    outcome = read("A Vessel has a call sign, a name and a length in metres. A Vessel is identified by its hull " \
                   "number. Boats float. Each Vessel may make many Sailings.")
    after = outcome.change_set.apply(Model::EMPTY)
    assert_equal [ "Hull Number*", "Call Sign", "Name", "Length" ],
                 held_names(after, "Vessel").sort_by { |name| name.end_with?("*") ? 0 : 1 }
    assert_equal [ "metres" ], after.all(:attribute).map(&:unit).reject(&:empty?)
    assert_equal [ "Boats float." ], after.all(:unread_sentence).map(&:text)
    assert_match(/“Boats” word 2 is “float”/, after.all(:unread_sentence).first.reason)
    assert_equal [ "Vessel", "Sailing" ].sort, after.all(:entity).map(&:name).sort
  end

  def test_a_parent_named_in_an_identifier_makes_its_relationship_identify
    after = read("Each Route may consist of many Route Legs; each Route Leg must belong to exactly one Route. A " \
                 "Route is identified by its Code. A Route Leg is identified by its Route and its Number.").change_set
                   .apply(Model::EMPTY)
    assert_equal [ "Route Code*", "Number*" ], held_names(after, "Route Leg")
  end

  def test_plurals_from_the_word_list
    after = read("The plural of Quay is Quaysides. Each Harbour may own many Quaysides.").change_set.apply(Model::EMPTY)
    assert_equal %w[Harbour Quay], after.all(:entity).map(&:name).sort
    assert_includes Prose.text(after), "Each Harbour may own many Quaysides"
  end

  # what stood there => [what is written, a question of the model after it, its answer]
  REWRITINGS = [
    [ /\AEach Vessel may make many/, "Each Vessel must make at least one Sailing; each Sailing must be made by " \
                                     "exactly one Vessel.", ->(m) {
                                       link(m, "make").then { |each| [ each.to_least, each.to_most ] }
                                     }, [ 1, nil ] ],
    [ /\AEach Vessel may make many/, "Each Vessel may run many Sailings.",
      ->(m) { m.all(:relationship).count { |each| each.phrase == "run" && each.inverse_phrase == "be made by" } }, 1 ],
    [ /\AVessel means/, "Ship means: A ferry.",
      ->(m) { m.all(:entity).find { |each| each.definition == "A ferry." }&.name }, "Ship" ],
    [ /\AA Harbour must have/, "A Harbour must have a Code (Code3), a Title (Title), an Island Name (Title) and a " \
                               "Short Name (text(20)).", ->(m) { names(m, "Harbour") },
                                                         [ "Code", "Title", "Island Name" ] ],
    [ /\AA Fare is identified/, "A Fare is identified by its Band.", ->(m) {
      m.all(:identifier).count { |each| each.primary && each.member_ids.map { |id| m[id].name } == [ "Band" ] }
    }, 1 ],
    [ /\AA Booked Vehicle is/, "A Booked Vehicle may be a Car or a Lorry, or several of these.", ->(m) {
      m.all(:subtype_group).map { |each| [ each.subtype_ids.size, each.complete, each.exclusive ] }.first
    }, [ 2, false, false ] ],
    [ /\AFare means/, "", ->(m) { m.all(:entity).find { |each| each.name == "Fare" }.definition }, "" ]
  ].freeze

  def self.link(model, phrase)
    model.all(:relationship).find { |each| each.phrase == phrase && model[each.from_id].name == "Vessel" }
  end

  def self.names(model, entity)
    model.children(model.all(:entity).find { |each| each.name == entity }.id, :attribute).first(3).map(&:name)
  end

  def test_a_sentence_edited_in_its_place_changes_what_it_is_about
    sentences = Prose::Writer.new(ferries).chapters.flat_map { |chapter| chapter.sections.flat_map(&:sentences) }
                             .reject(&:repeated)
    REWRITINGS.each do |pattern, text, question, answer|
      sentence = sentences.find { |each| each.text.match?(pattern) } || flunk("no sentence #{pattern}")
      change = Prose::Rewriting.change(ferries, sentence.key, text, ids:)
      after = change.apply(ferries)
      Invariants.check(change, after)
      assert_equal answer, ProseTest.instance_exec(after, &question), text
      assert_equal ferries.all(:relationship).size, after.all(:relationship).size, text
    end
  end

  private

  def read(text) = Prose::Reader.new(Model::EMPTY, ids:).read(text)

  def random_model(random)
    draft = Draft.new(Model::EMPTY, ids:)
    domain = draft.add(:domain, name: pick(random), type: "decimal", precision: 9, scale: 2, unit: "m, about",
                       least_value: "0", pattern: "a (b)", default_value: "1.5", definition: "One.\nTwo: “three”.")
    %w[low high].each_with_index do |value, index|
      draft.add(:allowed_value, parent_id: domain.id, value: "#{value}, (#{index})",
                meaning: index.zero? ? "" : "the “upper” end", position: index + 1.0)
    end
    area = draft.add(:subject_area, name: pick(random), position: 1.0)
    entities = HOSTILE.sample(4, random:).map { |name| draft.add(:entity, name:, definition: random.rand(2).zero? ? "" :
        "It is; see: (that).", subject_area_id: random.rand(2).zero? ? area.id : nil) }
    entities.each { |entity| add_attributes(draft, entity, domain, random) }
    4.times { relate(draft, *entities.sample(2, random:), random) }
    draft.model
  end

  def pick(random) = HOSTILE.sample(random:)

  def add_attributes(draft, entity, domain, random)
    made = HOSTILE.sample(3, random:).each_with_index.map do |name, index|
      type = [ {}, { domain_id: domain.id }, { type: "text", length: 12 },
               { domain_id: domain.id, type: "decimal", precision: 7 },
               { unit: "kg net", default_value: "a, b" } ].sample(random:)
      draft.add(:attribute, parent_id: entity.id, name:, mandatory: random.rand(2).zero?, position: index + 1.0,
                definition: index.zero? ? "Said: so." : "", **type)
    end
    draft.add(:identifier, parent_id: entity.id, name: "Primary", primary: true, member_ids: [ made[0].id ])
    if random.rand(2).zero?
      draft.add(:identifier, parent_id: entity.id, name: "By (it)", member_ids: [ made[1].id, made[2].id ])
    end
  end

  def relate(draft, from, to, random)
    ends = [ [ 0, nil ], [ 1, 1 ], [ 0, 1 ], [ 1, nil ], [ 2, 5 ] ]
    (to_least, to_most), (from_least, from_most) = ends.sample(random:), ends.sample(random:)
    role = random.rand(3).zero? ? pick(random) : ""
    draft.add(:relationship, from_id: from.id, to_id: to.id, phrase: PHRASES.sample(random:),
                             inverse_phrase: PHRASES.sample(random:), to_least:, to_most:, from_least:, from_most:,
                             role_name: role, on_delete: random.rand(4).zero? ? "cascade" : "",
                             separate: random.rand(5).zero?, definition: random.rand(3).zero? ? "As agreed." : "")
  end
end
