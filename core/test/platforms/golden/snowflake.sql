-- Made

CREATE SCHEMA dock
;

USE SCHEMA public
;

CREATE SEQUENCE sailing_no START WITH 10 INCREMENT BY 5
;

CREATE TABLE dock.harbour (
  code char(3) NOT NULL,
  name varchar(40),
  CONSTRAINT pk_harbour PRIMARY KEY (code)
)
;

CREATE TABLE vessel (
  id number(10,0) AUTOINCREMENT START 1 INCREMENT 1 NOT NULL,
  code number(10,0) DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none',
  a_long_text varchar,
  a_small_integer number(5,0),
  a_big_integer number(19,0),
  a_float float,
  a_boolean boolean,
  a_date date,
  a_time time,
  a_timestamp timestamp_ntz,
  a_zoned_timestamp timestamp_tz,
  a_interval varchar(40),
  a_binary binary,
  a_uuid varchar(36),
  a_json variant,
  a_decimal number(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id),
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code)
)
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

INSERT INTO dock.harbour (code, name) VALUES ('ABC', 'Abbey Quay')
;

CREATE FUNCTION tally(a NUMBER) RETURNS NUMBER AS 'a + 1'
;

CREATE ROLE mate
;

GRANT SELECT, INSERT ON TABLE vessel TO ROLE mate WITH GRANT OPTION
;

COMMENT ON SCHEMA dock IS 'Where ferries lie.'
;

COMMENT ON TABLE dock.harbour IS 'It''s by the sea.'
;

COMMENT ON COLUMN vessel.a_text IS 'Said by people.'
;

COMMENT ON VIEW seen IS 'Who is there.'
;


-- With each option, what it makes different

CREATE TRANSIENT TABLE dock.harbour (
  ...
)
;

CREATE TEMPORARY TABLE dock.harbour (
  ...
)
;

CREATE TABLE dock.harbour (
  ...
) CLUSTER BY (code)
;

CREATE TABLE dock.harbour (
  ...
) DATA_RETENTION_TIME_IN_DAYS = 7
;

CREATE TABLE dock.harbour (
  ...
) CHANGE_TRACKING = TRUE
;

CREATE TABLE dock.harbour (
  ...
) ENABLE_SCHEMA_EVOLUTION = TRUE
;

CREATE TABLE vessel (
  ...
  a_text varchar(20) COLLATE 'it''s' DEFAULT 'none',
)
;

CREATE TABLE vessel (
  ...
  id number(10,0) AUTOINCREMENT START 7 INCREMENT 1 NOT NULL,
)
;

CREATE TABLE vessel (
  ...
  id number(10,0) AUTOINCREMENT START 1 INCREMENT 7 NOT NULL,
)
;

CREATE TABLE vessel (
  ...
  a_date date MASKING POLICY pier,
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY (code) DEFERRABLE
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY (code) DEFERRABLE INITIALLY DEFERRED
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY (code) RELY
)
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE DEFERRABLE
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE RELY
;

CREATE SECURE VIEW seen AS
SELECT code FROM vessel
;

CREATE MATERIALIZED VIEW seen AS
SELECT code FROM vessel
;

COMMENT ON MATERIALIZED VIEW seen IS 'Who is there.'
;


-- So that it runs twice

CREATE SCHEMA IF NOT EXISTS dock
;

USE SCHEMA public
;

CREATE SEQUENCE IF NOT EXISTS sailing_no START WITH 10 INCREMENT BY 5
;

CREATE TABLE IF NOT EXISTS dock.harbour (
  ...
)
;

CREATE TABLE IF NOT EXISTS vessel (
  ...
)
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

CREATE OR REPLACE VIEW seen AS
SELECT code FROM vessel
;

INSERT INTO dock.harbour (code, name) SELECT 'ABC', 'Abbey Quay' WHERE NOT EXISTS (SELECT 1 FROM dock.harbour WHERE code = 'ABC' AND name = 'Abbey Quay')
;

CREATE OR REPLACE FUNCTION tally(a NUMBER) RETURNS NUMBER AS 'a + 1'
;

CREATE ROLE IF NOT EXISTS mate
;

GRANT SELECT, INSERT ON TABLE vessel TO ROLE mate WITH GRANT OPTION
;

COMMENT ON SCHEMA dock IS 'Where ferries lie.'
;

COMMENT ON TABLE dock.harbour IS 'It''s by the sea.'
;

COMMENT ON COLUMN vessel.a_text IS 'Said by people.'
;

COMMENT ON VIEW seen IS 'Who is there.'
;


-- Dropped first

DROP FUNCTION IF EXISTS tally
;

DROP VIEW IF EXISTS seen
;

DROP TABLE IF EXISTS vessel CASCADE
;

DROP TABLE IF EXISTS dock.harbour CASCADE
;

DROP SEQUENCE IF EXISTS sailing_no
;

DROP SCHEMA IF EXISTS dock
;


-- A table is called otherwise

DROP VIEW seen
;

ALTER TABLE vessel RENAME TO ship
;

CREATE VIEW seen AS
SELECT code FROM ship
;

COMMENT ON VIEW seen IS 'Who is there.'
;


-- A table is called otherwise, and back

DROP VIEW seen
;

ALTER TABLE ship RENAME TO vessel
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

COMMENT ON VIEW seen IS 'Who is there.'
;


-- A column is called otherwise

ALTER TABLE vessel RENAME COLUMN a_date TO "launched on"
;


-- A column is called otherwise, and back

ALTER TABLE vessel RENAME COLUMN "launched on" TO a_date
;


-- A type grows

ALTER TABLE dock.harbour ALTER COLUMN name SET DATA TYPE varchar(80)
;


-- A type grows, and back

ALTER TABLE dock.harbour RENAME COLUMN name TO old_name
;

ALTER TABLE dock.harbour ADD COLUMN name varchar(40)
;

UPDATE dock.harbour SET name = CAST(old_name AS varchar(40))
;

ALTER TABLE dock.harbour DROP COLUMN old_name
;


-- A type becomes another

ALTER TABLE vessel RENAME COLUMN a_small_integer TO old_a_small_integer
;

ALTER TABLE vessel ADD COLUMN a_small_integer varchar(9)
;

UPDATE vessel SET a_small_integer = CAST(old_a_small_integer AS varchar(9))
;

ALTER TABLE vessel DROP COLUMN old_a_small_integer
;


-- A type becomes another, and back

ALTER TABLE vessel RENAME COLUMN a_small_integer TO old_a_small_integer
;

ALTER TABLE vessel ADD COLUMN a_small_integer number(5,0)
;

ALTER TABLE vessel DROP COLUMN old_a_small_integer
;


-- A column becomes mandatory

UPDATE vessel SET a_text = 'none' WHERE a_text IS NULL
;

ALTER TABLE vessel ALTER COLUMN a_text SET NOT NULL
;


-- A column becomes mandatory, and back

ALTER TABLE vessel ALTER COLUMN a_text DROP NOT NULL
;


-- A default changes

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

ALTER TABLE vessel DROP CONSTRAINT uk_vessel
;

ALTER TABLE vessel DROP CONSTRAINT pk_vessel
;

CREATE TABLE new_vessel (
  id number(10,0) AUTOINCREMENT START 1 INCREMENT 1 NOT NULL,
  code number(10,0) DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'other',
  a_long_text varchar,
  a_small_integer number(5,0),
  a_big_integer number(19,0),
  a_float float,
  a_boolean boolean,
  a_date date,
  a_time time,
  a_timestamp timestamp_ntz,
  a_zoned_timestamp timestamp_tz,
  a_interval varchar(40),
  a_binary binary,
  a_uuid varchar(36),
  a_json variant,
  a_decimal number(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id),
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel CASCADE
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

COMMENT ON COLUMN vessel.a_text IS 'Said by people.'
;

GRANT SELECT, INSERT ON TABLE vessel TO ROLE mate WITH GRANT OPTION
;


-- A default changes, and back

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

ALTER TABLE vessel DROP CONSTRAINT uk_vessel
;

ALTER TABLE vessel DROP CONSTRAINT pk_vessel
;

CREATE TABLE new_vessel (
  id number(10,0) AUTOINCREMENT START 1 INCREMENT 1 NOT NULL,
  code number(10,0) DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none',
  a_long_text varchar,
  a_small_integer number(5,0),
  a_big_integer number(19,0),
  a_float float,
  a_boolean boolean,
  a_date date,
  a_time time,
  a_timestamp timestamp_ntz,
  a_zoned_timestamp timestamp_tz,
  a_interval varchar(40),
  a_binary binary,
  a_uuid varchar(36),
  a_json variant,
  a_decimal number(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id),
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel CASCADE
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

COMMENT ON COLUMN vessel.a_text IS 'Said by people.'
;

GRANT SELECT, INSERT ON TABLE vessel TO ROLE mate WITH GRANT OPTION
;


-- A column comes

ALTER TABLE vessel ADD COLUMN flag char(2)
;

UPDATE vessel SET flag = 'GB'
;

ALTER TABLE vessel ALTER COLUMN flag SET NOT NULL
;


-- A column comes, and back

ALTER TABLE vessel DROP COLUMN flag
;


-- A table goes

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

DROP TABLE dock.harbour CASCADE
;


-- A table goes, and back

CREATE TABLE dock.harbour (
  code char(3) NOT NULL,
  name varchar(40),
  CONSTRAINT pk_harbour PRIMARY KEY (code)
)
;

UPDATE vessel SET harbour_code = NULL WHERE harbour_code IS NOT NULL
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

INSERT INTO dock.harbour (code, name) VALUES ('ABC', 'Abbey Quay')
;

COMMENT ON TABLE dock.harbour IS 'It''s by the sea.'
;


-- A key goes

ALTER TABLE vessel DROP CONSTRAINT uk_vessel
;


-- A key goes, and back

ALTER TABLE vessel ADD CONSTRAINT uk_vessel UNIQUE (code, harbour_code)
;


-- A foreign key changes

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

ALTER TABLE vessel ADD CONSTRAINT fk_of_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;


-- A foreign key changes, and back

ALTER TABLE vessel DROP CONSTRAINT fk_of_home
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;


-- A sequence changes

ALTER SEQUENCE sailing_no SET INCREMENT BY 7
;


-- A sequence changes, and back

ALTER SEQUENCE sailing_no SET INCREMENT BY 5
;


-- A comment changes

COMMENT ON TABLE dock.harbour IS 'By the river.'
;


-- A comment changes, and back

COMMENT ON TABLE dock.harbour IS 'It''s by the sea.'
;


-- A comment goes

COMMENT ON TABLE dock.harbour IS ''
;


-- A comment goes, and back

COMMENT ON TABLE dock.harbour IS 'It''s by the sea.'
;


-- A view changes

DROP VIEW seen
;

CREATE VIEW seen AS
SELECT 1 AS one
;

COMMENT ON VIEW seen IS 'Who is there.'
;


-- A view changes, and back

DROP VIEW seen
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

COMMENT ON VIEW seen IS 'Who is there.'
;

