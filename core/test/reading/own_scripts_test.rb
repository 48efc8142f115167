# frozen_string_literal: true

require "core_test_helper"
require_relative "../platforms/random_design"

# What is written for a platform reads back as the design that it was written from: for designs made at random of what
# the platform declares. More of them: COUNT=200.
class OwnScriptsTest < CoreTest
  COUNT = Integer(ENV.fetch("COUNT", "25"), 10)
  SAMPLES = { number: [ 7 ], text: [ "it's" ], name: [ "pier" ], words: [ "A (1)" ], sql: [ "id" ] }.freeze
  OWN = { [ :table, "partition scheme" ] => [ "by_year(id)" ], [ :table,
    "partition by" ] => [ "HASH (id) PARTITIONS 4" ],
          [ :column, "collation" ] => [ "utf8mb4_bin" ], [ :table, "collation" ] => [ "utf8mb4_unicode_ci" ],
          [ :table, "skewed by" ] => [ "(id) ON (1)" ], [ :table, "first number" ] => [ 7 ],
          [ :key, "first letters" ] => [ "id = 3" ],
          [ :column, "character set" ] => [ "latin1" ], [ :table, "character set" ] => [ "latin1" ] }.freeze
  # What is said only together with something else.
  NUMBERED = [ "first number", "step", "numbering", "numbered by", "autoincrement" ].freeze
  OF_DEFAULTS = [ "default's name", "default for nulls" ].freeze

  Platforms.keys.each do |key|
    define_method("test_#{key}") do
      read = (1..COUNT).count { |seed| reads_back?(Platforms.fetch(key), seed) }
      assert_operator read, :>, COUNT / 2, "most say nothing that the platform lacks"
    end
  end

  private

  def reads_back?(platform, seed)
    model, id = RandomDesign.new(platform, seed, types: types(platform), samples: samples(platform),
                                                 fits: method(:fits)).build
    script = Ddl.script(model, id)
    return false if script.heading.grep(/Left out/).any?

    catalog = Reading.read([ Reading::Source.new(name: "", text: script.text) ], platform:).catalog
    assert_empty Proof.differences(model, id, catalog, ids:).map(&:to_s), "seed #{seed}\n#{script.text}"
    assert_empty catalog.log.select { |each| each.level == :warning }.map(&:message), "seed #{seed}\n#{script.text}"
    true
  end

  def types(platform)
    known = platform.types_known.map { |type| platform.read_type(type.name) }
    known.reject! { |type| platform.type_fault(type) || type["base"].end_with?("serial") } # a number that counts
    known = %w[integer text varchar(9) decimal(9,2) date blob].map { |text| platform.read_type(text) } if known.empty?
    texts = known.map { |type| platform.write_type(type) }
    ->(_options) { texts }
  end

  def samples(platform)
    said = platform.class::OPTIONS.reject { |each| %i[flag choice].include?(each.type) || each.name == "inherits" }
    said.to_h do |option|
      place = [ option.of, option.name ]
      [ place, OWN.fetch(place) { SAMPLES.fetch(option.type) } ]
    end
  end

  def fits(kind, options, facts)
    case kind
    when :table then table(options)
    when :column then column(options, facts)
    when :key then facts[:primary] ? options : options.except("first letters")
    when :index then options["kind"] == "clustered columnstore" ? {} : options # of all columns, whichever are named
    else options
    end
  end

  # Either of two ways to say where its rows are.
  def table(options)
    options = options.except("filegroup") if options.key?("partition scheme")
    options = options.except("collation") if options.key?("character set")
    options.reject { |name, value| name == "engine" && value == "InnoDB" }
  end

  def column(options, facts)
    options = options.except(*NUMBERED)
    options = options.except(*OF_DEFAULTS) if facts[:default].to_s.empty?
    options = options.except("parts") if facts[:key] || facts[:mandatory] || !facts[:default].to_s.empty?
    options = options.except("character set") if facts[:options].key?("character set")
    options = options.except("character set", "collation") unless facts[:logical].to_s.end_with?("text")
    options.key?("character set") ? options.except("collation") : options
  end
end
