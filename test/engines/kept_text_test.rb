# frozen_string_literal: true

require "test_helper"
require "support/throwaway_mariadb"
require "support/throwaway_postgresql"

# What a script has that a design keeps as text comes out again and works: script, design, script, engine.
class KeptTextTest < ActiveSupport::TestCase
  SQLITE = <<~SQL
    CREATE TABLE tide (id integer PRIMARY KEY, height real, band text);
    CREATE TRIGGER banded AFTER INSERT ON tide BEGIN
      UPDATE tide SET band = CASE WHEN NEW.height > 3 THEN 'high; tide' ELSE 'low' END WHERE id = NEW.id;
    END;
    CREATE VIEW high AS SELECT height FROM tide WHERE band LIKE 'high%';
    CREATE TRIGGER through INSTEAD OF INSERT ON high BEGIN INSERT INTO tide (height) VALUES (NEW.height); END;
  SQL
  POSTGRESQL = <<~SQL
    CREATE DOMAIN metres AS numeric(4,2) CHECK (VALUE >= 0);
    CREATE TABLE tide (id serial PRIMARY KEY, height metres, band text);
    CREATE FUNCTION band(h numeric) RETURNS text LANGUAGE plpgsql AS $x$ BEGIN IF h > 3 THEN RETURN 'high; tide'; END IF;
      RETURN 'low'; END $x$;
    CREATE FUNCTION banded() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN NEW.band := band(NEW.height); RETURN NEW; END $$;
    CREATE TRIGGER banded BEFORE INSERT ON tide FOR EACH ROW EXECUTE FUNCTION banded();
    CREATE VIEW high AS SELECT height FROM tide WHERE band LIKE 'high%';
    CREATE RULE through AS ON INSERT TO high DO INSTEAD INSERT INTO tide (height) VALUES (NEW.height);
  SQL
  MARIADB = <<~SQL
    CREATE TABLE tide (id int AUTO_INCREMENT PRIMARY KEY, height decimal(4,2), band varchar(20));
    CREATE VIEW high AS SELECT height FROM tide;
    DELIMITER //
    CREATE FUNCTION band(h decimal(4,2)) RETURNS varchar(20) DETERMINISTIC
    BEGIN IF h > 3 THEN RETURN 'high; tide'; END IF; RETURN 'low'; END//
    CREATE TRIGGER banded BEFORE INSERT ON tide FOR EACH ROW BEGIN SET NEW.band = band(NEW.height); END//
    CREATE EVENT calm ON SCHEDULE EVERY 1 DAY DO BEGIN UPDATE tide SET band = 'none'; DELETE FROM tide; END//
    DELIMITER ;
  SQL

  test "SQLite" do
    SQLite3::Database.new(":memory:") do |database|
      database.execute_batch(again("sqlite", SQLITE).text)
      assert_works(->(sql) { database.execute(sql).map { |row| { "band" => row.first } } })
    end
  end

  test "PostgreSQL" do
    ThrowawayPostgresql.open do |port, _|
      PostgresqlServer.throwaway(port) do |server|
        server.run(again("postgresql", POSTGRESQL))
        assert_works(server.method(:call))
        assert_raises(PG::CheckViolation) { server.call("INSERT INTO tide (height) VALUES (-1)") }
      end
    end
  end

  test "MariaDB" do
    ThrowawayMariadb.open do |port|
      MariadbServer.throwaway(port) do |server|
        server.run(again("mariadb", MARIADB))
        assert_works(server.method(:call))
        assert_equal "calm", server.call("SHOW EVENTS").first["Name"]
      end
    end
  end

  private

  # The script of the design that a script becomes.
  def again(key, text)
    read = Kelvath::Reading.read([ Kelvath::Reading::Source.of("", text) ], platform: Kelvath::Platforms.fetch(key))
    assert_empty read.catalog.log.select { |each| each.level == :warning }.map(&:message)
    taken = Kelvath::Starting.from_catalog("Tides", read.catalog, platform: key, ids: Ids)
    Kelvath::Scripting::Composition.new(taken.model, taken.design_id, Kelvath::Scripting::Recipes.usual).script
  end

  def assert_works(query)
    query.call("INSERT INTO high (height) VALUES (3.5)")
    assert_equal [ "high; tide" ], query.call("SELECT band FROM tide").map { |row| row["band"] }
  end
end
