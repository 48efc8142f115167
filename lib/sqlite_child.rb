# frozen_string_literal: true

# Runs SQL that people wrote, on one SQLite database file, in a process of its own: SqliteProcess starts it with
# limits of time, memory and file size, and ends it. It reads requests and writes answers, a line of JSON each:
#
#   {"do":"query","sql":"…","binds":[…]} -> {"columns":[…],"rows":[[…],…]}
#   {"do":"run","sql":"…"}               -> {}     one statement, no more
#   {"do":"begin"|"commit"}              -> {}
#   {"do":"fill","table":"…","columns":["…"],"rows":[[…],…]} -> {}   a table, before anything is asked
#   {"do":"ask","sql":"…","most":9}      -> {"columns":[…],"rows":[[…],…],"more":true}   one statement that reads
#   {"do":"alter"}                       -> {}     from here on statements may begin and end transactions, and say
#                                                  whether foreign keys are kept: scripts that alter do
#
# What goes wrong is answered as {"error":"…"}. Text that is not UTF-8 travels as {"bytes":"base64"}.
require "json"
require "sqlite3"

class SqliteChild
  MEMORY = 512 * 1024 * 1024 # bytes that the engine may take

  # What a statement may not do: leave the file, load code, end the transaction, or change how the engine works.
  class Guard
    DENIED = { 19 => :pragma, 22 => :transaction, 24 => :attach, 25 => :detach, 29 => :create_vtable,
               30 => :drop_vtable, 32 => :savepoint }.freeze
    READING = %w[table_info table_xinfo table_list foreign_key_list index_list index_info index_xinfo].freeze
    FUNCTION = 31
    FUNCTIONS = %w[load_extension fts3_tokenizer writefile readfile edit].freeze

    ALTERING = %i[transaction].freeze

    ASKING = [ 20, 21, 31, 33 ].freeze # to read a column, SELECT, a function, recursion

    def initialize = @trusting = @altering = @asking = false

    # From here on nothing but reading is let through.
    def ask = @asking = true

    # What scripts that alter say is let through.
    def alter = @altering = true

    # What the block prepares is our own.
    def trusting
      @trusting = true
      yield
    ensure
      @trusting = false
    end

    def call(action, first, second, *)
      return true if @trusting
      return false if @asking && !ASKING.include?(action)
      return pragma?(first.to_s.downcase) if DENIED[action] == :pragma
      return true if @altering && ALTERING.include?(DENIED[action])
      return !FUNCTIONS.include?(second.to_s.downcase) if action == FUNCTION

      !DENIED.key?(action)
    end

    private

    def pragma?(name) = READING.include?(name) || (@altering && name == "foreign_keys")
  end

  def initialize(path, readonly:)
    @database = SQLite3::Database.new(path, readonly:)
    @database.execute("PRAGMA hard_heap_limit = #{MEMORY}")
    @database.execute("PRAGMA trusted_schema = OFF")
    @database.execute("PRAGMA temp_store = MEMORY")
    @database.authorizer = @guard = Guard.new
  end

  def serve(input, output)
    input.each_line do |line|
      output.puts(answer(JSON.parse(line)))
      output.flush
    end
  ensure
    @database.close unless @database.closed?
  end

  private

  def answer(request)
    JSON.generate(perform(request))
  rescue SQLite3::Exception, Refused => error
    JSON.generate("error" => readable(error.message), "kind" => error.class.name)
  rescue NoMemoryError
    JSON.generate("error" => "it needs more memory than there is for it", "kind" => "NoMemoryError")
  end

  class Refused < StandardError; end

  def perform(request)
    case request.fetch("do")
    when "query" then query(request.fetch("sql"), request.fetch("binds"))
    when "run" then run(request.fetch("sql"))
    when "fill" then @guard.trusting { fill(*request.values_at("table", "columns", "rows")) }
    when "ask" then ask(request.fetch("sql"), request.fetch("most"))
    when "alter" then @guard.alter && {}
    when "begin", "commit" then @guard.trusting { @database.execute("#{request['do']} transaction") } && {}
    end
  end

  def query(sql, binds)
    statement = @database.prepare(sql)
    { "columns" => statement.columns,
      "rows" => statement.execute(*binds).map { |row| row.map { |value| sent(value) } } }
  ensure
    statement&.close
  end

  def fill(table, columns, rows)
    quoted = ->(name) { %("#{name.gsub('"', '""')}") }
    @database.execute("CREATE TABLE #{quoted[table]} (#{columns.map(&quoted).join(', ')})")
    @database.transaction do
      insert = @database.prepare("INSERT INTO #{quoted[table]} VALUES (#{columns.map { '?' }.join(', ')})")
      rows.each { |row| insert.execute(*row) }
      insert.close
    end
    {}
  end

  def ask(sql, most)
    @guard.ask
    statement = @database.prepare(sql)
    check_one(statement)
    rows = []
    statement.execute.each do |row|
      rows << row.map { |value| sent(value) }
      break if rows.size > most
    end
    { "columns" => statement.columns, "rows" => rows.first(most), "more" => rows.size > most }
  ensure
    statement&.close
  end

  def check_one(statement)
    rest = statement.remainder.to_s.gsub(/--[^\n]*|\/\*.*?(\*\/|\z)/m, "").delete(";").strip
    raise Refused, "holds more than one statement" unless rest.empty?
  end

  # Answers of a statement are not asked for, but it must come to its end.
  def run(sql)
    statement = @database.prepare(sql)
    check_one(statement)
    before = @database.total_changes
    statement.step until statement.done?
    { "rows" => @database.total_changes - before }
  ensure
    statement&.close
  end

  def sent(value)
    return value unless value.is_a?(String)

    return value if value.encoding == Encoding::UTF_8 && value.valid_encoding?

    text = value.dup.force_encoding(Encoding::UTF_8)
    text.valid_encoding? && value.encoding != Encoding::BINARY ? text : { "bytes" => [ value ].pack("m0") }
  end

  def readable(message) = message.dup.force_encoding(Encoding::UTF_8).scrub("?")
end

# Whoever started this process is gone: nobody will take its answers, and what it has begun must not hold the file.
module EndsWithParent
  PR_SET_PDEATHSIG = 1 # prctl(2)

  def self.ask
    require "fiddle"
    Fiddle::Function.new(Fiddle::Handle::DEFAULT["prctl"], [ Fiddle::TYPE_INT, Fiddle::TYPE_LONG ], Fiddle::TYPE_INT)
                    .call(PR_SET_PDEATHSIG, Signal.list.fetch("KILL"))
  rescue LoadError, Fiddle::DLError
    nil # not on this system; it ends with its statement
  end
end

if $PROGRAM_NAME == __FILE__
  EndsWithParent.ask
  begin
    SqliteChild.new(ARGV.fetch(0), readonly: ARGV[1] == "readonly").serve($stdin, $stdout)
  rescue SQLite3::Exception => error
    $stdout.puts(JSON.generate("error" => error.message.dup.force_encoding("UTF-8").scrub("?"),
                               "kind" => error.class.name))
  end
end
