CREATE TABLE harbour (
  code char(3) NOT NULL,
  name varchar(60) COLLATE NOCASE NOT NULL DEFAULT '',
  depth decimal(5,2) CONSTRAINT deep_enough CHECK (depth > 0),
  opened date DEFAULT (date('now')),
  CONSTRAINT pk_harbour PRIMARY KEY (code),
  CONSTRAINT one_name UNIQUE (name) ON CONFLICT IGNORE
) WITHOUT ROWID;
CREATE TABLE vessel (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  name text NOT NULL UNIQUE,
  length real,
  width real,
  area real GENERATED ALWAYS AS (length * width) STORED,
  label text AS (upper(name)),
  home_code char(3) REFERENCES harbour (code) ON DELETE SET NULL ON UPDATE CASCADE DEFERRABLE INITIALLY DEFERRED,
  note text NOT NULL ON CONFLICT REPLACE DEFAULT 'none'
);
CREATE TABLE sailing (
  vessel_id integer NOT NULL,
  leaves text NOT NULL,
  from_code text NOT NULL,
  state text NOT NULL DEFAULT 'planned' CHECK (state IN ('planned', 'sailed', 'cancelled')),
  fare_id int REFERENCES fare (id),
  PRIMARY KEY (vessel_id, leaves DESC),
  FOREIGN KEY (vessel_id) REFERENCES vessel,
  CONSTRAINT fk_from FOREIGN KEY (from_code) REFERENCES harbour (code)
) STRICT;
CREATE INDEX ix_from ON sailing (from_code, leaves DESC);
CREATE UNIQUE INDEX ix_state ON sailing (lower(state)) WHERE state <> 'cancelled';
CREATE INDEX ix_exact ON harbour (name COLLATE BINARY);
CREATE VIEW departures (harbour, boat) AS SELECT h.name, v.name FROM sailing s JOIN vessel v ON v.id = s.vessel_id JOIN harbour h ON h.code = s.from_code;
CREATE TRIGGER watch AFTER INSERT ON sailing BEGIN SELECT 1; END;
CREATE VIRTUAL TABLE search USING fts5(words);
