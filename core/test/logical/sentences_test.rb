# frozen_string_literal: true

require "core_test_helper"

class SentencesTest < CoreTest
  Parser = Logical::SentenceParser

  def test_every_cardinality_reads_back_and_parses_to_itself
    [ [ 0, nil ], [ 1, nil ], [ 0, 1 ], [ 1, 1 ], [ 2, 5 ], [ 3, 3 ], [ 0, 4 ], [ 2, nil ] ].each do |least, most|
      text = Logical::Sentences.sentence("Vessel", "call at", least, most, "Harbour")
      reading = Parser.parse(text)
      assert_equal [ "Vessel", "call at", least, most ],
                   [ reading.subject, reading.phrase, reading.least, reading.most ], text
    end
  end

  def test_the_demo_reads_as_written
    sentences = ferries.all(:relationship).flat_map { |each| Logical::Sentences.read_back(ferries, each) }
    [ "Each Sailing must be made by exactly one Vessel.", "Each Vessel may make many Sailings.",
      "Each Sailing must have at least one Watch.",
      "Each Fuel Delivery may take place at no more than one Berth.",
      "Each Crew Member may be supervised by at most one Crew Member." ].each do |sentence|
        assert_includes sentences, sentence
      end
    assert_equal "A Booked Vehicle is a Car, a Lorry or a Coach.",
                 Logical::Sentences.subtypes(ferries, ferries.all(:subtype_group).first)
  end

  def test_what_cannot_be_read_says_where_and_how
    { "Each Vessel floats" => [ 13, /say how many/ ], "Each Vessel Sailings" => [ 21, /“may” or “must” is missing/ ],
      "Each Vessel may make 2 to 4 Sailings" => [ 1, /with at least 2 it is “must”/ ],
      "Each Vessel may make Sailings" => [ 17, /say how many/ ],
      "Vessel may make many Sailings" => [ 1, /begins with “Each”/ ] }.each do |text, (column, message)|
      error = assert_raises(UnreadableSentence, text) { Parser.parse(text) }
      assert_equal column, error.column, text
      assert_match message, error.message
    end
  end

  def test_a_verb_alone_says_by_its_number_what_must_be
    { "Each Plot is held by exactly one Site" => [ "Plot", "be held by", 1, 1, "Site", true ],
      "Each Site contains many Plots" => [ "Site", "contain", 0, nil, "Plots", false ],
      "each gate key opens at most two gates" => [ "gate key", "open", 0, 2, "gates", false ],
      "Each Tour must take place at one or more Sites" => [ "Tour", "take place at", 1, nil, "Sites", false ],
      "Each Site must contain many Plots" => [ "Site", "contain", 1, nil, "Plots", false ] }.each do |text, expected|
        assert_equal expected, Parser.parse(text).to_h.values.first(6), text
      end
  end

  def test_phrases_in_their_plain_form
    { "contains" => "contain", "is held by" => "be held by", "also carries" => "also carry", "passes" => "pass",
      "focus on" => "focus on", "process" => "process", "goes to" => "go to", "has" => "have" }.each do |typed, plain|
        assert_equal plain, Logical::Phrase.plain(typed)
      end
    assert_equal [ "be held by", "contain", nil, nil, nil ],
                 [ "held by", "contains", "need by", "belong to", "run on" ].map { |text| Logical::Phrase.meant(text) }
  end

  def test_a_second_sentence_fills_the_other_way_and_a_changed_one_corrects
    base = model("Each Vessel may make many Sailings.", "Each Sailing must be made by exactly one Vessel.")
    assert_equal 1, base.all(:relationship).size
    assert_equal 2, base.all(:entity).size
    corrected = Prose::QuickLine.read(base, "Each Vessel must make at least one Sailing", ids:).change_set.apply(base)
    assert_equal [ "Each Vessel must make at least one Sailing.", "Each Sailing must be made by exactly one Vessel." ],
                 Logical::Sentences.read_back(corrected, corrected.all(:relationship).first)
  end

  # One, many, one, many …: what rules say, and what only lists know.
  NOUNS = %w[
    Sailing Sailings Delivery Deliveries Class Classes Watch Watches Crew Crew Person People Quay Quays Leg Legs
    Index Indexes Bus Buses Echo Echoes Quiz Quizzes Matrix Matrices Stimulus Stimuli Radius Radii Volcano Volcanoes
    Thief Thieves News News Means Means Status Statuses Campus Campuses Case Cases Database Databases House Houses
    Purchase Purchases Lease Leases Cause Causes Clause Clauses Use Uses Course Courses Expense Expenses Atlas Atlases
    Lens Lenses Analysis Analyses Basis Bases Criterion Criteria Photo Photos Radio Radios Piano Pianos Veto Vetoes
    Roof Roofs Chief Chiefs Proof Proofs Tariff Tariffs Wharf Wharves Shelf Shelves Headquarters Headquarters
    Series Series Box Boxes Tax Taxes Day Days Key Keys City Cities Berth Berths Process Processes Address Addresses
    Bonus Bonuses Virus Viruses Child Children Foot Feet Series Series Movie Movies Shoe Shoes Size Sizes Prize Prizes
    Licence Licences Vertex Vertices Appendix Appendices Fee Fees Employee Employees Hypothesis Hypotheses
  ].each_slice(2).to_a.freeze

  def test_plurals_singulars_and_articles
    NOUNS.each do |one, many|
      assert_equal [ many, one ], [ Inflection.plural(one), Inflection.singular(many) ]
      assert_equal one, Inflection.singular(one), "one is one already"
    end
    assert_equal [ "Fuel Deliveries", "route legs", "VESSEL CLASSES", "QUIZZES" ],
                 [ "Fuel Delivery", "route leg", "VESSEL CLASS", "QUIZ" ].map { |phrase| Inflection.plural(phrase) }
    assert_equal %w[an a an a], %w[Engineer Unit Hour Vessel].map { |word| Inflection.article(word) }
  end
end
