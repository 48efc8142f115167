# frozen_string_literal: true

require "core_test_helper"
require "kelvath/command_line"
require "json_schemer"
require "pathname"
require "tmpdir"

class ModelFileTest < CoreTest
  File = Interchange::ModelFile

  def test_reading_what_was_written_gives_the_same_model
    full, = derived(ferries, "sqlite")
    text = File.write(full)
    assert_equal full, File.read(text)
    assert_equal text, File.write(File.read(text))
  end

  def test_standards_come_along_through_the_command_line_too
    words = Demo::Words.change_set(ids:).apply(Model::EMPTY)
    text = File.write(ferries, standards: { "lexicon" => words })
    content = File.read_all(text)
    assert_equal [ ferries, words ], [ content.model, content.standards["lexicon"] ]
    Dir.mktmpdir do |directory|
      file = Pathname(directory).join("ferries.json")
      file.write(text)
      call = [ "derive", file.to_s, "--platform", "sqlite", "--out", file.to_s ]
      assert_equal 0, CommandLine.new(out: StringIO.new, err: StringIO.new).run(call)
      assert_equal words, File.read_all(file.read).standards["lexicon"]
    end
    assert_raises(UnreadableFile) { File.read(text.sub('"lexicon": [', '"lexicon": 1, "x": [')) }
  end

  def test_the_generated_schema_accepts_it_and_is_the_published_one
    schema = JSONSchemer.schema(JSON.parse(JSON.generate(Interchange::JsonSchema.document)))
    assert_empty schema.validate(JSON.parse(File.write(ferries))).first(3).to_a.map { |error| error["error"] }
    refute schema.valid?({ "format" => "kelvath-model", "version" => 1,
                           "elements" => [ { "kind" => "entity", "id" => "a", "nmae" => "x" } ] })
    assert_equal JSON.generate(
      Interchange::JsonSchema.document
    ), JSON.generate(JSON.parse(::File.read(::File.expand_path("../../../docs/model-file.schema.json", __dir__))))
  end

  def test_broken_files_say_what_is_wrong
    good = File.write(model("Vessel"))
    { good[0, good.size / 2] => /not readable as JSON/, "{}" => /not a Kelvath model file/,
      good.sub('"version": 1', '"version": 9') => /version 9/,
      good.sub('"kind":"entity"', '"kind":"entty"') => /Element 1 .*no kind “entty”/,
      good.sub('"name":"Vessel"', '"nmae":"Vessel"') => /has no field “nmae”/,
      good.sub('"Vessel"', "\"#{'x' * 1500}\"") => /at most 1000/,
      good.sub('"Vessel"', '7') => /Name must be text, not “7”/,
      good.sub('"Vessel"', '"a\\u0001b"') => /control character/,
      good.sub(/"id":"[^"]+"/, '"id":{}') => /kind and its id/,
      good.sub(/"within":"[^"]+"/, '"within":7').then { |text| text == good ? "[#{good}" : text } => /within|JSON/,
      "#{'[' * 50}#{']' * 50}" => /nests deeper/,
      good.sub("Vessel", "Ves\xFFsel".b) => /not UTF-8 text: line/ }.each do |text, message|
      assert_match message, assert_raises(UnreadableFile) { File.read(text) }.message
    end
  end
end
