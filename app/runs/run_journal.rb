# frozen_string_literal: true

require "json"

# What a run has sent to somebody's database, statement by statement, on the disk before each of them: whatever becomes
# of the run, it is known what has run, and of which one it is not known. What is sent to take it back stands in it,
# too. Plain Ruby.
class RunJournal
  # rows: that it has written, nil if the server did not say; ended: did the server answer that it has run?
  Entry = Struct.new(:sql, :rows, :ended, keyword_init: true)

  def initialize(path) = @path = path

  # A statement is about to be sent.
  def begun(sql) = write({ sql: })

  # The server says that it has run, and how many rows it has written.
  def done(rows = nil) = write({ rows: })

  # [Entry, …]
  def entries
    found = []
    lines.each do |line|
      if line.key?("sql") then found << Entry.new(sql: line["sql"], rows: nil, ended: false)
      elsif line.key?("stands")
        found = found.first(line["stands"]).each { |each| each.ended = true }
      elsif found.any?
        found.last.ended = true
        found.last.rows = line["rows"]
      end
    end
    found
  end

  # What may have run, for a Kelvath::Platforms::Platform: { text of it => how many entries that is }. All that has, and
  # that with what had begun; what stood in a transaction of its own that has not ended may have been taken back whole.
  def texts(platform)
    list = entries
    ended = list.count(&:ended) # only the last one can be unknown
    open = list.rindex { |each| each.sql.match?(/\A\s*BEGIN\b/i) }
    open = nil if open && list.drop(open).any? { |each| each.sql.match?(/\A\s*COMMIT\b/i) }
    [ ended, list.size, open ].compact.uniq.to_h do |count|
      [ Kelvath::Running.text(list.first(count).map(&:sql), platform), count ]
    end
  end

  # So many of the entries stand, as what is there has told.
  def stand(count) = write({ stands: count })

  NAME = /\A\s*(?:INSERT\s+INTO|CREATE\s+TABLE)\s+([^\s(]+)/i

  # How many rows it has put into tables of a name, as far as it knows.
  def rows_into(name)
    wanted = plain(name)
    entries.select { |each| each.sql[NAME, 1]&.then { |title| plain(title) == wanted } }.sum { |each| each.rows.to_i }
  end

  def delete = FileUtils.rm_f(@path)

  private

  def plain(name) = name.delete('`"[]').split(".").last.to_s.downcase

  # The line on which a machine went down may be cut off.
  def lines
    File.foreach(@path, encoding: "UTF-8").filter_map do |line|
      JSON.parse(line)
    rescue JSON::ParserError
      nil
    end
  rescue Errno::ENOENT
    []
  end

  def write(line)
    @file ||= File.open(@path, File::WRONLY | File::CREAT | File::APPEND, 0o600)
    @file.write("#{JSON.generate(line)}\n")
    @file.fdatasync
  end
end
