# frozen_string_literal: true

module Kelvath
  module Platforms
    # Snowflake's practice server: a mart whose schemas not every role sees, told as one script. What it refuses is said
    # in the words of its SQL compiler.
    class Snowflake::Practice < Kelvath::Practice::Answers
      DATABASE = "FERRY_MART"
      HOME = Snowflake::FIRST_SCHEMA.upcase
      VERSION = "9.0.0"
      ROLES = { "" => {}, "loader" => {}, "analyst" => { sees: %w[MART], writes: false } }.freeze
      REFUSALS = {
        doubled: "002002 (42710): SQL compilation error: Object already exists",
        lacking: "002003 (02000): SQL compilation error: Object does not exist or not authorized",
        type: "002040 (42601): SQL compilation error: Unsupported data type",
        long: "001089 (42622): SQL compilation error: Identifier is too long",
        wrong: "001003 (42000): SQL compilation error: syntax error",
        rights: "003001 (42501): SQL access control error: Insufficient privileges to operate",
        full: "090073 (22000): Warehouse cannot run: the credit quota of its resource monitor is exceeded",
        sign_in: "390100 (08001): Incorrect username or password was specified",
        place: "002043 (02000): SQL compilation error: Database does not exist or not authorized",
        role: "390186 (08001): Role specified in the connect string is not granted to this user",
        firewall: "390420 (08001): IP 127.0.0.1 is not allowed to access Snowflake; see the network policy"
      }.freeze

      def here = [ [ DATABASE, VERSION, @role.empty? ? "LOADER" : @role.upcase ] ]

      def list
        kinds = { tables: "table", views: "view", sequences: "sequence", routines: "routine" }
        kinds.flat_map do |list, kind|
          size = kind == "table" ? 0 : nil
          @catalog.public_send(list).map { |each| [ place(each.schema), each.name, kind, "LOADER", size, size ] }
        end
      end

      # Each schema is said before what is in it.
      def script
        made = Ddl.script(model, side.design_id).statements.map { |each| "#{each.sql};\n" }
        home = "create or replace schema #{DATABASE}.#{HOME};\n"
        [ [ "create or replace database #{DATABASE};\n\n#{home}\n#{made.join("\n")}" ] ]
      end

      def rest = []
    end
  end
end
