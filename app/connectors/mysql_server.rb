# frozen_string_literal: true

require_relative "mariadb_server"

# A MySQL database over the network: it speaks as MariaDB does, with other words for some things. Plain Ruby.
class MysqlServer < MariadbServer
  TITLE = "MySQL"
  TIME_LIMIT = "SET SESSION max_execution_time = #{LONGEST * 1000}".freeze # milliseconds

  def self.platform = "mysql"
end
