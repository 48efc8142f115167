# frozen_string_literal: true

require "test_helper"
require Rails.root.join("lib/script_archive")

# Zips of scripts, those that were made to do harm among them.
class ScriptArchiveTest < ActiveSupport::TestCase
  def zip(files)
    Zip.default_compression = Zlib::BEST_SPEED
    Zip::OutputStream.write_buffer { |out|
      files.each do |name, text|
        out.put_next_entry(name)
        out.write(text)
      end
    }.string
  ensure
    Zip.default_compression = Zlib::DEFAULT_COMPRESSION
  end

  test "scripts come in the order of their names, other files are left out" do
    found = ScriptArchive.scripts(zip("b/2.sql" => "two", "a/1.SQL" => "one", "notes.md" => "x", "a/._1.sql" => "x"))
    assert_equal [ [ "a/1.SQL", "one" ], [ "b/2.sql", "two" ] ], found
  end

  test "what is no zip of scripts, or would grow beyond all measure, is refused" do
    bomb = zip((1..5).to_h { |number| [ "#{number}.sql", "0" * (100 << 20) ] })
    assert_operator bomb.bytesize, :<, 4 << 20
    { zip("a.md" => "x") => /holds no scripts/, "PK\x03\x04 and nothing" => /cannot be unpacked/,
      zip("a.sql" => "create table a (b int)")[0, 60] => /cannot be unpacked/, bomb => /more than 400 MB/ }
      .each do |bytes, words|
      assert_match words, assert_raises(Kelvath::UnreadableFile) { ScriptArchive.scripts(bytes) }.message
    end
  end
end
