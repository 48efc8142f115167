# frozen_string_literal: true

module Kelvath
  module Platforms
    # Oracle's practice server; numbers and words of what it refuses are those of "Database Error Messages".
    class Oracle::Practice < Kelvath::Practice::ToldByStatements
      DATABASE = HOME = "HSOPS"
      VERSION = "19.0.0.0.0"
      REFUSALS = {
        doubled: "ORA-00955: name is already used by an existing object",
        lacking: "ORA-00942: table or view does not exist",
        type: "ORA-00902: invalid datatype", long: "ORA-00972: identifier is too long",
        needed: "ORA-02449: unique/primary keys in table referenced by foreign keys",
        wrong: "ORA-00900: invalid SQL statement", rights: "ORA-01031: insufficient privileges",
        full: "ORA-01653: unable to extend table in tablespace USERS",
        sign_in: "ORA-01017: invalid username/password; logon denied",
        place: "ORA-12514: listener does not currently know of service requested",
        role: "ORA-01924: role not granted or does not exist", firewall: "ORA-12547: TNS:lost contact"
      }.freeze
    end
  end
end
