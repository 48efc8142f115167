--- plain tables, every kind of quoted name
CREATE TABLE vessel ("hull number" varchar(12) PRIMARY KEY, [Call Sign] char(4) UNIQUE, `name` text NOT NULL, 'class' text);
CREATE TABLE "Order" (id int, "say ""it""" text, PRIMARY KEY (id));
--- keys that count
CREATE TABLE a (id INTEGER PRIMARY KEY, n int);
CREATE TABLE b (id INTEGER PRIMARY KEY AUTOINCREMENT NOT NULL);
CREATE TABLE c (id integer, n int, PRIMARY KEY (id));
CREATE TABLE d (id INT PRIMARY KEY);
CREATE TABLE e (id INTEGER PRIMARY KEY DESC);
--- foreign keys at columns and apart, to tables that come later
CREATE TABLE sailing (
  id integer primary key, vessel text references vessel, berth_no int, berth_pier text,
  skipper integer CONSTRAINT by_skipper REFERENCES crew (id) ON DELETE SET NULL ON UPDATE CASCADE DEFERRABLE INITIALLY DEFERRED,
  FOREIGN KEY (berth_no, berth_pier) REFERENCES berth (no, pier) ON DELETE RESTRICT MATCH SIMPLE NOT DEFERRABLE);
CREATE TABLE vessel (hull text primary key); CREATE TABLE crew (id integer primary key);
CREATE TABLE berth (no int, pier text, primary key (no, pier));
--- defaults of every kind
CREATE TABLE fare (
  a int DEFAULT 5, b int DEFAULT -1, c text DEFAULT 'it''s; (so)', d text DEFAULT (lower('X') || ','), e real DEFAULT +1.5e3,
  f blob DEFAULT x'00ff', g text DEFAULT CURRENT_TIMESTAMP, h int DEFAULT NULL, i int DEFAULT TRUE NOT NULL, j text DEFAULT "low",
  k int DEFAULT (1 + (2 * 3)) CHECK (k > 0));
--- checks, named and not, at columns and apart
CREATE TABLE tide (height real CHECK (height BETWEEN -9 AND 9), kind text CONSTRAINT known CHECK (kind IN ('high', 'low, or lower')),
  at text, CHECK (at IS NOT NULL OR (kind = 'low' AND height < 0)), CONSTRAINT "odd one" CHECK (length(kind) > 2));
--- computed columns
CREATE TABLE deck (l real, w real, area real GENERATED ALWAYS AS (l * w) STORED, half AS (l / 2), label text GENERATED ALWAYS AS (printf('%s;', l)) VIRTUAL);
--- tables without a row's number, strict ones
CREATE TABLE k (a text, b int, PRIMARY KEY (a, b)) WITHOUT ROWID;
CREATE TABLE s (a int, b any, c blob) STRICT;
CREATE TABLE ks (a int primary key, b text) STRICT, WITHOUT ROWID;
--- collations and conflicts
CREATE TABLE person (name text COLLATE NOCASE NOT NULL, code text COLLATE rtrim UNIQUE ON CONFLICT REPLACE, no int,
  CONSTRAINT once UNIQUE (name, no) ON CONFLICT IGNORE, PRIMARY KEY (no) ON CONFLICT ABORT);
--- indexes of every kind
CREATE TABLE t (a int, b text, c text COLLATE nocase);
CREATE INDEX i1 ON t (a); CREATE UNIQUE INDEX i2 ON t (a, b DESC); CREATE INDEX IF NOT EXISTS i3 ON t (lower(b), a) WHERE a > 3;
CREATE INDEX i4 ON t (c) WHERE c IS NOT NULL; CREATE INDEX i5 ON t (b COLLATE NOCASE); CREATE INDEX main.i6 ON t (c COLLATE nocase ASC);
CREATE INDEX IF NOT EXISTS i1 ON t (b);
--- views, with columns and without
CREATE TABLE t (a int, b int);
CREATE VIEW v AS SELECT a, b AS "b;c" FROM t; CREATE VIEW IF NOT EXISTS w (x, "y z") AS WITH q AS (SELECT a FROM t) SELECT a, 1 FROM q;
CREATE VIEW v2 AS SELECT * FROM v WHERE a = 'it''s' -- with a comment
  ORDER BY a;
--- triggers with statements within
CREATE TABLE t (a int, b int); CREATE TABLE log (what text);
CREATE TRIGGER t_in AFTER INSERT ON t FOR EACH ROW WHEN new.a > 0 BEGIN INSERT INTO log VALUES ('in;' || CASE WHEN new.b THEN 'b' ELSE '' END); UPDATE t SET b = 1; END;
CREATE TRIGGER IF NOT EXISTS t_up BEFORE UPDATE OF a, b ON t BEGIN SELECT RAISE(ABORT, 'no; never') WHERE new.a < 0; END;
--- comments everywhere
/* a table; of -- boats */ CREATE /* ( */ TABLE t ( -- ; first
  a int, /* b int, */ c int -- ) last
); /* no end of line; */ CREATE INDEX i ON t (a /* , c */);
--- changes one after another
CREATE TABLE t (a int, b int NOT NULL DEFAULT 0); ALTER TABLE t ADD COLUMN c text DEFAULT 'x' CHECK (c <> ''); ALTER TABLE t ADD d int REFERENCES t;
ALTER TABLE t RENAME COLUMN b TO bb; ALTER TABLE t RENAME TO u; CREATE INDEX i ON u (a); ALTER TABLE u DROP COLUMN c;
--- made, dropped, made again
CREATE TABLE t (a int); CREATE TABLE gone (x int); CREATE INDEX gi ON gone (x); DROP TABLE gone; DROP TABLE IF EXISTS never;
CREATE TABLE IF NOT EXISTS t (b int); CREATE INDEX i ON t (a); DROP INDEX i; CREATE VIEW v AS SELECT 1; DROP VIEW v; CREATE VIEW v AS SELECT a FROM t;
CREATE TRIGGER x AFTER DELETE ON t BEGIN SELECT 1; END; DROP TRIGGER IF EXISTS x;
--- a dump's frame and its rows
PRAGMA foreign_keys=OFF;
BEGIN TRANSACTION;
CREATE TABLE t (a int, b text);
INSERT INTO t VALUES(1,'a;b'),(2,'it''s
on two lines');
INSERT INTO t VALUES(3,replace('x\ny','\n',char(10)));
COMMIT;
--- odd types, and none
CREATE TABLE t (a, b unsigned big int, c double precision, d decimal ( 10 , 2 ), e "two words", f VARCHAR(255) NULL, g native character(70));
--- a table from a query, temporary ones
CREATE TABLE src (a int, b text); CREATE TABLE copy AS SELECT a, b FROM src;
--- virtual tables
CREATE VIRTUAL TABLE search USING fts5(words, title);
CREATE TABLE plain (a int);
--- several keys and a key over many columns
CREATE TABLE t (a int, b int, c int, d int UNIQUE, UNIQUE (a, b), UNIQUE (c), CONSTRAINT k PRIMARY KEY (b, a, c));
--- windows line ends and odd blanks
CREATE TABLE	t	(
	a	int
	,	b	text	)	;
--- tables that queries make
CREATE TABLE src (a integer NOT NULL DEFAULT 3, b varchar(9), c decimal(5,1), d double, e blob);
CREATE TABLE other AS SELECT * FROM src;
CREATE TABLE third AS SELECT s.b AS name, o.d FROM src s JOIN other AS o USING (a) WHERE s.c > 1;
