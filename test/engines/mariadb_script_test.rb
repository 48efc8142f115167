# frozen_string_literal: true

require "test_helper"
require "support/throwaway_mariadb"

# What runs and counts in a MariaDB database comes into a design, and its script makes it again.
class MariadbScriptTest < ActiveSupport::TestCase
  PROGRAMS = [
    "CREATE TABLE vessel (hull_number varchar(12) PRIMARY KEY, crossings int NOT NULL DEFAULT 0)",
    "CREATE SEQUENCE ticket_number START WITH 100 INCREMENT BY 5 MAXVALUE 100000 CYCLE",
    "CREATE SEQUENCE plain_number",
    "CREATE SEQUENCE down_number INCREMENT BY -1 MINVALUE -9 MAXVALUE 9",
    "CREATE FUNCTION knots(x int) RETURNS int DETERMINISTIC RETURN x * 2",
    "CREATE PROCEDURE sail() BEGIN UPDATE vessel SET crossings = crossings + 1; IF 1 > 0 THEN SELECT ';'; END IF; END",
    "CREATE TRIGGER counted BEFORE INSERT ON vessel FOR EACH ROW BEGIN SET NEW.crossings = 1; SET @seen = 1; END"
  ].freeze

  test "sequences, routines and triggers are taken in whole, and made again" do
    ThrowawayMariadb.open do |port|
      first, script = MariadbServer.throwaway(port) do |server|
        PROGRAMS.each { |sql| server.execute(sql) }
        server.execute("CREATE EVENT nightly ON SCHEDULE EVERY 1 DAY DO SELECT 1")
        taken = taken(server)
        break [ taken, Kelvath::Ddl.script(taken.model, taken.design_id) ]
      end
      assert_includes first.log.map(&:object), "event nightly"
      assert_equal [ [ "ticket_number", 100, 5, nil, 100_000, true ], [ "plain_number", nil, nil, nil, nil, false ],
                     [ "down_number", nil, -1, -9, 9, false ] ].to_set,
                   first.model.all(:sequence).to_set { |each|
                     each.values.values_at(:name, :first, :step, :least, :most) + [ each.cycles ]
                   }
      again = MariadbServer.throwaway(port) do |server|
        server.run_handed_out(script)
        break taken(server)
      end
      assert_empty Kelvath::Comparison.designs(first.model, first.design_id, again.model, again.design_id).map(&:to_s)
      refute_match(/DEFINER/, script.text)
    end
  end

  test "a rule that its foreign keys do not keep is kept by a trigger" do
    model, id = fleet
    recipe = Kelvath::Metamodel::Recipe.new(id: "R", name: "R", referential: "triggers")
    script = Kelvath::Scripting::Composition.new(model, id, recipe).script
    ThrowawayMariadb.open do |port|
      MariadbServer.throwaway(port) do |server|
        server.run_handed_out(script)
        [ "INSERT INTO harbour VALUES ('ABC'), ('HOM')", "INSERT INTO vessel VALUES (1, 'ABC'), (2, 'HOM')",
          "DELETE FROM harbour WHERE code = 'ABC'" ].each { |sql| server.execute(sql) }
        assert_equal [ [ 1, "HOM" ], [ 2, "HOM" ] ], server.call("SELECT * FROM vessel ORDER BY number").map(&:values)
        catalog = Kelvath::Intake.catalog("mariadb", server)
        found = Kelvath::Proof.differences(model, id, catalog, ids: Ids, script:)
        assert_empty found.reject { |each| each.field == :on_delete }
      end
    end
  end

  # The server takes the index of a foreign key away as soon as another one begins with the same columns.
  test "an index that serves a foreign key is in the design where the server would not make it again" do
    tables = [ "CREATE TABLE harbour (code char(3) PRIMARY KEY)",
               "CREATE TABLE quay (n int, home char(3), KEY fk_home (home), KEY by_home (home, n), " \
               "CONSTRAINT fk_home FOREIGN KEY (home) REFERENCES harbour (code))",
               "CREATE TABLE berth (n int, home char(3), CONSTRAINT fk_berth FOREIGN KEY (home) REFERENCES " \
               "harbour (code))" ]
    ThrowawayMariadb.open do |port|
      design, told = MariadbServer.throwaway(port) do |server|
        tables.each { |sql| server.execute(sql) }
        break [ taken(server), indexes(server) ]
      end
      assert_equal [ %w[berth fk_berth], %w[quay by_home], %w[quay fk_home] ], told
      assert_equal %w[by_home fk_home], design.model.all(:index).map(&:name).sort
      MariadbServer.throwaway(port) do |server|
        server.run_handed_out(Kelvath::Ddl.script(design.model, design.design_id))
        assert_equal told, indexes(server)
      end
      read = Kelvath::Reading.read([ Kelvath::Reading::Source.of("", tables.join(";\n")) ],
                                   platform: Kelvath::Platforms.fetch("mariadb"))
      assert_equal %w[by_home fk_home], read.catalog.tables.flat_map { |table| table.indexes.map(&:name) }.sort
    end
  end

  private

  def indexes(server)
    server.call("SELECT DISTINCT table_name, index_name FROM information_schema.statistics WHERE table_schema = " \
                "database() AND index_name <> 'PRIMARY' ORDER BY 1, 2").map(&:values)
  end

  # Vessels that lie at home when their harbour goes.
  def fleet
    draft = Kelvath::Draft.new(Kelvath::Model::EMPTY, ids: Ids)
    design = draft.add(:design, name: "Fleet", platform: "mariadb")
    harbour, vessel = [ [ "harbour", "code* char(3)" ], [ "vessel", "number* int" ] ].map do |name, key|
      table = draft.add(:table, parent_id: design.id, name:)
      Kelvath::Editing::Tables.add_column(draft, table.id, key)
      table
    end
    home = Kelvath::Editing::Tables.add_column(draft, vessel.id, "home char(3) default 'HOM'")
    draft.add(:foreign_key, parent_id: vessel.id, name: "fk_home", column_ids: [ home.id ],
                            target_table_id: harbour.id, on_delete: "set default",
                            target_column_ids: draft.model.children(harbour.id, :column).map(&:id))
    [ draft.result, design.id ]
  end

  def taken(server)
    catalog = Kelvath::Intake.catalog("mariadb", server)
    Kelvath::Starting.from_catalog("Programs", catalog, platform: "mariadb", ids: Ids)
  end
end
