# frozen_string_literal: true

require "pg"
require "securerandom"
require_relative "postgresql_pipeline"
require_relative "statement_by_statement"
require_relative "unreachable"

# A PostgreSQL database over the network. Plain Ruby.
class PostgresqlServer
  include StatementByStatement

  REFUSED = [ PG::Error ].freeze
  LONGEST = 60 # seconds that one answer may take when something is read
  CONNECTING = 5 # seconds
  TLS = { "no" => "disable", "if there" => "prefer", "always" => "require", "verified" => "verify-full" }.freeze

  # [what the library says, the step at which that shows, what would mend it]
  TROUBLES = [
    [ /does not support SSL|certificate|SSL error|root\.crt/i, "Encryption",
      "Let the connection be encrypted only if the server can, or have the server's certificate put in order." ],
    [ /password authentication failed|no password supplied|role ".*" does not exist|authentication failed/, "Sign-in",
      "The user or the secret is wrong." ],
    [ /pg_hba\.conf/, "Sign-in", "The server lets this user not in from this machine; its administrator adds a line " \
                                 "to pg_hba.conf." ],
    [ /too many (?:clients|connections)|connection slots/, "Sign-in", "The server is full; try again later." ],
    [ /Connection refused|could not connect to server/i, "Port", "Nothing listens there, or not any more." ],
    [ /starting up|shutting down|recovery mode/, "Sign-in", "The server is not ready; try again in a moment." ],
    [ /database ".*" does not exist/, "Database", "Look at the spelling; its letters count as they were written." ],
    [ /permission denied for database/, "Database", "The user needs the right to connect with it: GRANT CONNECT." ],
    [ /timeout|timed out/i, "Sign-in", "Something listens there and does not answer as PostgreSQL does." ],
    [ /expected authentication request|unexpected|invalid|received|server closed/i, "Sign-in",
      "What listens there does not speak as PostgreSQL does; is it the right port?" ]
  ].freeze

  FACTS = <<~SQL
    SELECT current_setting('server_version') AS version, session_user AS "user", current_user AS role,
           current_database() AS database, coalesce((SELECT ssl FROM pg_stat_ssl WHERE pid = pg_backend_pid()), false)
             AS encrypted,
           has_database_privilege(current_database(), 'CREATE') AS makes,
           (SELECT count(*) FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
             WHERE c.relkind IN ('r', 'p', 'v', 'm', 'f') AND n.nspname <> 'information_schema'
               AND n.nspname NOT LIKE 'pg\\_%') AS tables,
           (SELECT count(*) FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
             WHERE c.relkind IN ('r', 'p', 'v', 'm', 'f') AND n.nspname <> 'information_schema'
               AND n.nspname NOT LIKE 'pg\\_%' AND has_table_privilege(c.oid, 'SELECT')) AS readable,
           (SELECT string_agg(n.nspname, ', ' ORDER BY n.nspname) FROM pg_namespace n
             WHERE n.nspname <> 'information_schema' AND n.nspname NOT LIKE 'pg\\_%'
               AND has_schema_privilege(n.oid, 'CREATE')) AS places
  SQL

  def self.platform = "postgresql"

  # Yields the connector of a new database on a server of this machine, which is gone after.
  def self.throwaway(port)
    name = "kelvath_proof_#{SecureRandom.hex(6)}"
    at = { host: "127.0.0.1", port:, user: "kelvath" }
    open(**at, dbname: "postgres") { |server| server.call("CREATE DATABASE #{name}") }
    open(**at, dbname: name) do |server|
      server.script("SET client_min_messages = error")
      yield server
    end
  ensure
    open(**at, dbname: "postgres") { |server| server.call("DROP DATABASE IF EXISTS #{name} WITH (FORCE)") }
  end

  # Yields the connector of the database of a Target; its role is not taken yet. Raises Unreachable.
  def self.reach(target)
    connection = begin
      PG.connect(host: target.host, port: target.port, dbname: target.database, user: target.user,
                 password: target.secret, sslmode: TLS.fetch(target.tls), connect_timeout: CONNECTING,
                 application_name: "Kelvath", passfile: "", client_encoding: "UTF8")
    rescue PG::Error => error
      raise trouble(error)
    end
    yield new(connection, longest: LONGEST)
  ensure
    connection&.close
  end

  # What a failure to get in means: an Unreachable.
  def self.trouble(error)
    words = error.message.dup.force_encoding(Encoding::UTF_8).scrub("?").gsub(/\s+/, " ").strip
    _, step, advice = TROUBLES.find { |form, *| words.match?(form) } || [ nil, "Sign-in", "" ]
    Unreachable.new(step, "PostgreSQL said: #{words}.", advice)
  end

  # options: as PG.connect takes them (host:, port:, dbname:, user:). Yields the connector.
  def self.open(**options)
    connection = PG.connect(connect_timeout: CONNECTING, **options)
    yield new(connection)
  rescue PG::ConnectionBad => error
    raise Kelvath::Error, "The PostgreSQL server cannot be reached: #{error.message.strip}"
  ensure
    connection&.close
  end

  # longest: seconds to wait for one answer, nil for as long as it takes.
  def initialize(connection, longest: nil)
    @connection = connection
    @longest = longest
  end

  # From here on nothing is written.
  def only_read
    script("SET default_transaction_read_only = on; SET statement_timeout = #{LONGEST * 1000}")
  end

  # What it says of itself; see StepCheck.
  def facts
    row = call(FACTS).first
    makes = [ ("schemas" if row["makes"] == "t"), row["places"]&.then { |places| "tables in #{places}" } ].compact
    { **row.slice("version", "user", "database", "role"), "version" => "PostgreSQL #{row['version'][/[\d.]+/]}",
      "encrypted" => row["encrypted"] == "t", "makes" => makes.any?,
      "rights" => "reads #{row['readable']} of #{row['tables']} tables and views, " \
                  "#{makes.any? ? "may make #{makes.join(' and ')}" : 'may make nothing'}" }
  end

  # What the server is beyond its address; see Place. A cluster gets its number when it is made, a database its own.
  def identity
    cluster = begin
      call("SELECT system_identifier::text AS id FROM pg_control_system()").first["id"]
    rescue PG::InsufficientPrivilege
      call("SELECT concat(inet_server_addr(), ' ', inet_server_port()) AS id").first["id"]
    end
    { "server" => "#{cluster}/#{call('SELECT oid FROM pg_database WHERE datname = current_database()').first['oid']}" }
  end

  LOCK = "1264938102, 1".freeze # of a database, by whoever runs a script on it for Kelvath

  # Takes the lock that one run at a time has, for as long as the session lasts. Answers nil, or who has it, in words.
  def lock
    return if call("SELECT pg_try_advisory_lock(#{LOCK}) AS taken").first["taken"] == "t"

    holder = call("SELECT a.usename, a.client_addr, a.backend_start::timestamp(0) AS since FROM pg_locks l " \
                  "JOIN pg_stat_activity a ON a.pid = l.pid WHERE l.locktype = 'advisory' " \
                  "AND l.classid = #{LOCK.to_i} AND l.objid = 1 AND l.granted").first.to_h
    "#{holder['usename'] || 'somebody'} from #{holder['client_addr'] || 'that machine'}, since #{holder['since']}"
  end

  # How many rows a statement has written; nil if it says nothing of that.
  def rows_of(result) = result.respond_to?(:cmd_tuples) ? result.cmd_tuples : nil

  # Raises Unreachable.
  def take_role(role)
    call("SET ROLE #{PG::Connection.quote_ident(role)}")
  rescue PG::Error => error
    raise Unreachable.new("Role", "PostgreSQL said: #{error.message.lines.first.strip}",
                          "The user must be a member of the role: GRANT #{role} TO …")
  end

  # Rows of a query as hashes with string keys.
  def call(sql, binds = [])
    return @connection.exec_params(sql, binds).to_a unless @longest

    waited { @connection.send_query_params(sql, binds) }.to_a
  end

  # Whatever the block runs stands as a whole or not at all.
  def all_or_nothing
    execute("BEGIN")
    yield
    execute("COMMIT")
  rescue StandardError
    take_back
    raise
  end

  # Runs a text of several statements.
  def script(sql) = @connection.exec(sql)

  # One statement of somebody else's.
  def execute(sql) = @connection.exec(sql)

  # Runs the statements of a Kelvath::Ddl::Script in one transaction: all or none.
  def run(script)
    @connection.transaction { script.statements.each { |statement| @connection.exec(statement.sql) } }
    script.statements.size
  end

  private

  # A transaction stops at the first statement that fails, so that those behind it may be under way.
  def in_turn(statements, &)
    return super unless @connection.transaction_status == PG::PQTRANS_INTRANS

    PostgresqlPipeline.each(@connection, statements, &)
  end

  # Where the line is down, the server does it by itself.
  def take_back
    execute("ROLLBACK")
  rescue PG::Error
    nil
  end

  # A server that answers for ever is left.
  def waited
    yield
    unless @connection.block(@longest)
      raise Unreachable.new("Database", "PostgreSQL gave no answer within #{@longest} seconds.",
                            "It may be busy; try later.")
    end

    @connection.get_last_result
  end
end
