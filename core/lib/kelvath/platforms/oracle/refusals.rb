# frozen_string_literal: true

module Kelvath
  module Platforms
    # Numbers and words of what the server refuses ("Database Error Messages"), for practice servers.
    Oracle::REFUSALS = {
      doubled: "ORA-00955: name is already used by an existing object",
      lacking: "ORA-00942: table or view does not exist",
      type: "ORA-00902: invalid datatype", long: "ORA-00972: identifier is too long",
      needed: "ORA-02449: unique/primary keys in table referenced by foreign keys",
      wrong: "ORA-00900: invalid SQL statement", rights: "ORA-01031: insufficient privileges",
      full: "ORA-01653: unable to extend table in tablespace USERS",
      sign_in: "ORA-01017: invalid username/password; logon denied",
      place: "ORA-12514: listener does not currently know of service requested",
      role: "ORA-01924: role not granted or does not exist"
    }.freeze
  end
end
