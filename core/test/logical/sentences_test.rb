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
      "Each Fuel Delivery may take place at at most one Berth.",
      "Each Crew Member may be supervised by at most one Crew Member." ].each do |sentence|
        assert_includes sentences, sentence
      end
    assert_equal "A Booked Vehicle is a Car, a Lorry or a Coach.",
                 Logical::Sentences.subtypes(ferries, ferries.all(:subtype_group).first)
  end

  def test_what_cannot_be_read_says_where_and_how
    { "Each Vessel makes Sailings" => [ 27, /“may” or “must” is missing/ ],
      "Each Vessel may make Sailings" => [ 17, /say how many/ ],
      "Vessel may make many Sailings" => [ 1, /begins with “Each”/ ] }.each do |text, (column, message)|
      error = assert_raises(UnreadableSentence, text) { Parser.parse(text) }
      assert_equal column, error.column, text
      assert_match message, error.message
    end
  end

  def test_a_second_sentence_fills_the_other_way_and_a_changed_one_corrects
    base = model("Each Vessel may make many Sailings.", "Each Sailing must be made by exactly one Vessel.")
    assert_equal 1, base.all(:relationship).size
    assert_equal 2, base.all(:entity).size
    corrected = Prose::QuickLine.read(base, "Each Vessel must make at least one Sailing", ids:).change_set.apply(base)
    assert_equal [ "Each Vessel must make at least one Sailing.", "Each Sailing must be made by exactly one Vessel." ],
                 Logical::Sentences.read_back(corrected, corrected.all(:relationship).first)
  end

  def test_plurals_singulars_and_articles
    { "Sailing" => "Sailings", "Fuel Delivery" => "Fuel Deliveries", "Vessel Class" => "Vessel Classes",
      "Watch" => "Watches", "Crew" => "Crew",
      "Person" => "People", "Quay" => "Quays", "Route Leg" => "Route Legs", "Index" => "Indexes",
      "Bus" => "Buses" }.each do |one, many|
      assert_equal many, Inflection.plural(one)
      assert_equal one, Inflection.singular(many)
    end
    assert_equal %w[an a an a], %w[Engineer Unit Hour Vessel].map { |word| Inflection.article(word) }
  end
end
