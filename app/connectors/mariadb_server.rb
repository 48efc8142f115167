# frozen_string_literal: true

require "trilogy"
require "digest"
require "securerandom"
require_relative "statement_by_statement"
require_relative "unreachable"

# A MariaDB database over the network. Plain Ruby.
class MariadbServer
  include StatementByStatement

  REFUSED = [ Trilogy::Error ].freeze
  LONGEST = 60 # seconds that one answer may take when something is read
  CONNECTING = 5 # seconds
  TITLE = "MariaDB"
  TLS = { "no" => {}, "if there" => { ssl: true, ssl_mode: Trilogy::SSL_PREFERRED_NOVERIFY },
          "always" => { ssl: true, ssl_mode: Trilogy::SSL_REQUIRED_NOVERIFY },
          "verified" => { ssl: true, ssl_mode: Trilogy::SSL_VERIFY_IDENTITY } }.freeze
  # { number of an error => [the step at which that shows, what would mend it] }
  TROUBLES = {
    1045 => [ "Sign-in", "The user or the secret is wrong, or the user may not come from this machine." ],
    1698 => [ "Sign-in", "This user signs in by other means than a password." ],
    1130 => [ "Sign-in", "The server lets nobody in from this machine." ],
    1040 => [ "Sign-in", "The server is full; try again later." ],
    1044 => [ "Database", "The user needs a right on the database: GRANT SELECT ON … TO …" ],
    1049 => [ "Database", "Look at the spelling; its letters count as they were written." ]
  }.freeze

  def self.platform = "mariadb"

  # As PostgresqlServer.throwaway.
  def self.throwaway(port)
    name = "kelvath_proof_#{SecureRandom.hex(6)}"
    open(host: "127.0.0.1", port:, username: "root") do |server|
      server.call("CREATE DATABASE #{name} CHARACTER SET utf8mb4 COLLATE utf8mb4_general_ci")
      server.call("USE #{name}")
      yield server
    ensure
      server.call("DROP DATABASE IF EXISTS #{name}")
    end
  end

  # As PostgresqlServer.reach.
  def self.reach(target)
    connection = begin
      Trilogy.new(host: target.host, port: target.port, database: target.database, username: target.user,
                  password: target.secret, connect_timeout: CONNECTING, read_timeout: LONGEST,
                  write_timeout: LONGEST, **TLS.fetch(target.tls))
    rescue Trilogy::Error, SystemCallError => error
      raise trouble(error)
    end
    yield new(connection)
  ensure
    connection&.close
  end

  # What a failure to get in means: an Unreachable.
  def self.trouble(error)
    words = error.message.dup.force_encoding(Encoding::UTF_8).scrub("?").gsub(/\s+/, " ").strip
    number = error.respond_to?(:error_code) ? error.error_code : nil
    step, advice = TROUBLES[number] || unnumbered(error)
    Unreachable.new(step, "#{self::TITLE} said: #{words}.", advice)
  end

  def self.unnumbered(error)
    return [ "Encryption", "Let the connection be encrypted only if the server can." ] if error.is_a?(Trilogy::SSLError)
    return [ "Port", "Nothing listens there, or not any more." ] if refused?(error)

    [ "Sign-in", "Something listens there and does not answer as #{self::TITLE} does; is it the right port?" ]
  end
  def self.refused?(error)
    [ error, error.cause ].compact.any? do |each|
      each.is_a?(Errno::ECONNREFUSED) || each.message.match?(/ECONNREFUSED|refused/i)
    end
  end
  private_class_method :unnumbered, :refused?

  # options: as Trilogy.new takes them (host:, port:, database:, username:, password:). Yields the connector.
  def self.open(**options)
    connection = Trilogy.new(connect_timeout: CONNECTING, **options)
    yield new(connection)
  rescue Trilogy::ConnectionError => error
    raise Kelvath::Error, "The server cannot be reached: #{error.message.strip}"
  ensure
    connection&.close
  end

  def initialize(connection)
    @connection = connection
  end

  # From here on nothing is written.
  def only_read
    call("SET SESSION TRANSACTION READ ONLY")
    call(self.class::TIME_LIMIT)
  end
  MAKES = /\AGRANT (?:ALL PRIVILEGES|[^`']*\bCREATE\b(?! (?:VIEW|TEMP|ROUTINE|USER)))/ # as SHOW GRANTS says it
  TIME_LIMIT = "SET SESSION max_statement_time = #{LONGEST}".freeze

  # What it says of itself; see StepCheck.
  def facts
    row = call("SELECT version() AS version, user() AS user, database() AS place, current_role() AS role").first
    row = row.transform_keys(&:to_s)
    cipher = call("SHOW SESSION STATUS LIKE 'Ssl_cipher'").first.to_a.last.to_a.last.to_s
    grants = call("SHOW GRANTS").map { |each| each.values.first.to_s }
    makes = grants.any?(MAKES)
    tables = call("SELECT count(*) AS n FROM information_schema.tables WHERE table_schema = database()").first["n"]
    { "version" => "#{self.class::TITLE} #{row['version'][/[\d.]+/]}", "user" => row["user"],
      "role" => row["role"].to_s, "database" => row["place"], "encrypted" => !cipher.empty?, "makes" => makes,
      "warning" => stranger(row["version"].to_s),
      "rights" => "sees #{tables} tables and views, #{makes ? 'may make tables' : 'may make nothing'}" }
  end

  # As PostgresqlServer#identity.
  def identity
    told = call("SHOW GLOBAL VARIABLES WHERE Variable_name IN ('server_uuid', 'server_uid', 'hostname', 'port', " \
                "'datadir', 'server_id')").to_h { |row| row.values.map(&:to_s) }
    { "server" => told.values_at("server_uuid", "server_uid").compact.first || told.sort.flatten.join(" ") }
  end

  # As PostgresqlServer#lock; of the database that the session is in.
  def lock
    name = "'kelvath #{Digest::SHA256.hexdigest(call('SELECT database() AS name').first['name'].to_s)[0, 40]}'"
    return if call("SELECT GET_LOCK(#{name}, 0) AS taken").first["taken"] == 1

    holder = call("SELECT user, host FROM information_schema.processlist WHERE id = IS_USED_LOCK(#{name})").first.to_h
    "#{holder['user'] || 'somebody'} from #{holder['host'] || 'somewhere'}"
  end

  # As PostgresqlServer#rows_of.
  def rows_of(result) = result.respond_to?(:affected_rows) ? result.affected_rows : nil

  # That it is the other one of the two that speak alike, in words; nil if it is what it is taken for.
  def stranger(version)
    return unless version.match?(/mariadb/i) != (self.class::TITLE == "MariaDB")

    "This is a #{version.match?(/mariadb/i) ? 'MariaDB' : 'MySQL'} server, and the connection says " \
      "#{self.class::TITLE}."
  end

  # Raises Unreachable.
  def take_role(role)
    call("SET ROLE `#{role.gsub('`', '``')}`")
  rescue Trilogy::Error => error
    raise Unreachable.new("Role", "#{self.class::TITLE} said: #{error.message}",
                          "The user must have been given the role: GRANT #{role} TO …")
  end

  # Is there a database of that name? Goes on in it.
  def place?(name) = call("SHOW DATABASES").any? { |row| row.values.first == name }
  def enter(name) = call("USE #{quoted(name)}")
  def remove_place(name) = call("DROP DATABASE IF EXISTS #{quoted(name)}")
  def quoted(name) = "`#{name.gsub('`', '``')}`"

  # Each statement stands as soon as it has run.
  def all_or_nothing = yield

  # Rows of a query as hashes with string keys.
  def call(sql) = @connection.query(sql).each_hash.to_a

  # One statement of somebody else's.
  def execute(sql) = @connection.query(sql)

  # Runs the statements of a Kelvath::Ddl::Script one after the other; each stands as soon as it has run.
  def run(script)
    script.statements.each { |statement| @connection.query(statement.sql) }
    script.statements.size
  end
end
