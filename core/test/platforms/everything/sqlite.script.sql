-- Everything for SQLite
-- 4 tables, written by Kelvath

CREATE TABLE harbour (
  code char(3) NOT NULL,
  name varchar(60) COLLATE "NOCASE" DEFAULT '' NOT NULL,
  depth decimal(5,2),
  opened date DEFAULT (date('now')),
  CONSTRAINT pk_harbour PRIMARY KEY (code),
  CONSTRAINT one_name UNIQUE (name) ON CONFLICT IGNORE,
  CONSTRAINT deep_enough CHECK (depth > 0)
) WITHOUT ROWID;

CREATE TABLE search (
  words
);

CREATE TABLE vessel (
  id integer PRIMARY KEY AUTOINCREMENT,
  name text NOT NULL,
  length real,
  width real,
  area real GENERATED ALWAYS AS (length * width) STORED,
  label text GENERATED ALWAYS AS (upper(name)),
  home_code char(3),
  note text DEFAULT 'none' NOT NULL,
  UNIQUE (name),
  FOREIGN KEY (home_code) REFERENCES harbour (code) ON DELETE SET NULL ON UPDATE CASCADE DEFERRABLE INITIALLY DEFERRED
);

CREATE TABLE sailing (
  vessel_id integer NOT NULL,
  leaves text NOT NULL,
  from_code text NOT NULL,
  state text DEFAULT 'planned' NOT NULL,
  fare_id int,
  PRIMARY KEY (vessel_id, leaves),
  CHECK (state IN ('planned', 'sailed', 'cancelled')),
  FOREIGN KEY (fare_id) REFERENCES fare (id),
  FOREIGN KEY (vessel_id) REFERENCES vessel (id),
  CONSTRAINT fk_from FOREIGN KEY (from_code) REFERENCES harbour (code)
) STRICT;

CREATE INDEX ix_exact ON harbour (name COLLATE BINARY);

CREATE INDEX ix_from ON sailing (from_code, leaves DESC);

CREATE UNIQUE INDEX ix_state ON sailing (lower(state)) WHERE state <> 'cancelled';

CREATE VIEW departures (harbour, boat) AS
SELECT h.name, v.name FROM sailing s JOIN vessel v ON v.id = s.vessel_id JOIN harbour h ON h.code = s.from_code;

CREATE TRIGGER watch AFTER INSERT ON sailing BEGIN SELECT 1; END;
