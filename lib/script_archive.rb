# frozen_string_literal: true

require "zip"

# The scripts in a zip. Plain Ruby.
module ScriptArchive
  FILES = 5_000 # at most
  BYTES = 400 << 20 # of all of them together, unpacked
  NAMES = /\.(?:sql|ddl|txt)\z/i

  module_function

  # bytes of a zip -> [[name, bytes], …], by their names, those of other files left out. Raises Kelvath::UnreadableFile
  # for what is none, holds no script, or would grow beyond all measure. names: of the files that are wanted, what: how
  # people call them.
  def scripts(bytes, names: NAMES, what: "scripts (*.sql, *.ddl, *.txt)")
    found, size = [], 0
    Zip::File.open_buffer(StringIO.new(bytes)) do |archive|
      entries = archive.select { |entry| entry.file? && entry.name.match?(names) && !entry.name.match?(%r{(\A|/)[._]}) }
      refuse("has #{entries.size} files; #{FILES} can be read") if entries.size > FILES
      entries.sort_by(&:name).each do |entry|
        text = entry.get_input_stream { |stream| stream.read(BYTES - size + 1) }.to_s
        size += text.bytesize
        refuse("holds more than #{BYTES >> 20} MB of scripts") if size > BYTES
        found << [ entry.name.dup.force_encoding(Encoding::UTF_8).scrub("?"), text ]
      end
    end
    found.empty? ? refuse("holds no #{what}") : found
  rescue Zip::Error, Zlib::Error
    refuse("cannot be unpacked; it may be damaged or cut off")
  end

  def refuse(words) = raise(Kelvath::UnreadableFile, "This zip #{words}.")
  private_class_method :refuse
end
