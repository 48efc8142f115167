-- Made

CREATE SCHEMA dock COMMENT 'Where ferries lie.'
;

CREATE TABLE dock.harbour (
  code char(3) NOT NULL,
  name varchar(40),
  CONSTRAINT pk_harbour PRIMARY KEY (code) DISABLE NOVALIDATE
) COMMENT 'It\'s by the sea.'
;

CREATE TABLE vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

INSERT INTO dock.harbour (code, name) VALUES ('ABC', 'Abbey Quay')
;

CREATE ROLE mate
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- With each option, what it makes different

CREATE EXTERNAL TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.'
;

CREATE TEMPORARY TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.'
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' CLUSTERED BY (code)
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' SORTED BY (code)
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' INTO 7 BUCKETS
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' SKEWED BY code
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' ROW FORMAT A (1)
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' STORED AS ORC
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' STORED AS PARQUET
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' STORED AS TEXTFILE
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' STORED AS AVRO
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' STORED AS RCFILE
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' STORED AS SEQUENCEFILE
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' STORED AS JSONFILE
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' STORED BY A (1)
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' LOCATION 'it\'s'
;

CREATE TABLE dock.harbour (
  ...
) COMMENT 'It\'s by the sea.' TBLPROPERTIES (A (1))
;

CREATE TABLE vessel (
  ...
) PARTITIONED BY (a_date date)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY (code) DISABLE NOVALIDATE RELY
) COMMENT 'It\'s by the sea.'
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE RELY
;

CREATE MATERIALIZED VIEW seen AS
SELECT code FROM vessel
;


-- So that it runs twice

CREATE SCHEMA IF NOT EXISTS dock COMMENT 'Where ferries lie.'
;

CREATE TABLE IF NOT EXISTS dock.harbour (
  ...
) COMMENT 'It\'s by the sea.'
;

CREATE TABLE IF NOT EXISTS vessel (
  ...
)
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW IF NOT EXISTS seen AS
SELECT code FROM vessel
;

INSERT INTO dock.harbour (code, name) VALUES ('ABC', 'Abbey Quay')
;

CREATE ROLE mate
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- Dropped first

DROP VIEW IF EXISTS seen
;

DROP TABLE IF EXISTS vessel
;

DROP TABLE IF EXISTS dock.harbour
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


-- A table is called otherwise, and back

DROP VIEW seen
;

ALTER TABLE ship RENAME TO vessel
;

CREATE VIEW seen AS
SELECT code FROM vessel
;


-- A column is called otherwise

DROP VIEW seen
;

ALTER TABLE vessel CHANGE a_date `launched on` date
;

CREATE VIEW seen AS
SELECT code FROM vessel
;


-- A column is called otherwise, and back

DROP VIEW seen
;

ALTER TABLE vessel CHANGE `launched on` a_date date
;

CREATE VIEW seen AS
SELECT code FROM vessel
;


-- A type grows

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE dock.new_harbour (
  code char(3) NOT NULL,
  name varchar(80),
  CONSTRAINT pk_harbour PRIMARY KEY (code) DISABLE NOVALIDATE
) COMMENT 'It\'s by the sea.'
;

INSERT INTO dock.new_harbour (code, name)
SELECT code, CAST(name AS varchar(80)) FROM dock.harbour
;

DROP TABLE dock.harbour
;

ALTER TABLE dock.new_harbour RENAME TO dock.harbour
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;


-- A type grows, and back

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE dock.new_harbour (
  code char(3) NOT NULL,
  name varchar(40),
  CONSTRAINT pk_harbour PRIMARY KEY (code) DISABLE NOVALIDATE
) COMMENT 'It\'s by the sea.'
;

INSERT INTO dock.new_harbour (code, name)
SELECT code, CAST(name AS varchar(40)) FROM dock.harbour
;

DROP TABLE dock.harbour
;

ALTER TABLE dock.new_harbour RENAME TO dock.harbour
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;


-- A type becomes another

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer varchar(9),
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, CAST(a_small_integer AS varchar(9)), a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A type becomes another, and back

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

ALTER TABLE vessel CHANGE a_small_integer old_a_small_integer varchar(9)
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A column becomes mandatory

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' NOT NULL COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, coalesce(a_text, 'none'), a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A column becomes mandatory, and back

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A default changes

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'other' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A default changes, and back

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A column comes

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  flag char(2) NOT NULL,
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal, flag)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal, 'GB' FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A column comes, and back

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A table goes

DROP VIEW seen
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

DROP TABLE dock.harbour
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A table goes, and back

DROP VIEW seen
;

CREATE TABLE dock.harbour (
  code char(3) NOT NULL,
  name varchar(40),
  CONSTRAINT pk_harbour PRIMARY KEY (code) DISABLE NOVALIDATE
) COMMENT 'It\'s by the sea.'
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, NULL, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

INSERT INTO dock.harbour (code, name) VALUES ('ABC', 'Abbey Quay')
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A key goes

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A key goes, and back

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A foreign key changes

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_of_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A foreign key changes, and back

ALTER TABLE vessel DROP CONSTRAINT fk_of_home
;

CREATE TABLE new_vessel (
  id bigint NOT NULL,
  code int DEFAULT 1,
  harbour_code char(3),
  a_text varchar(20) DEFAULT 'none' COMMENT 'Said by people.',
  a_long_text string,
  a_small_integer smallint,
  a_big_integer bigint,
  a_float double,
  a_boolean boolean,
  a_date date,
  a_time string,
  a_timestamp timestamp,
  a_zoned_timestamp timestamp with local time zone,
  a_interval string,
  a_binary binary,
  a_uuid string,
  a_json string,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id) DISABLE NOVALIDATE,
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code) DISABLE NOVALIDATE,
  CONSTRAINT ck_code CHECK (code > 0)
)
;

INSERT INTO new_vessel (id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal)
SELECT id, code, harbour_code, a_text, a_long_text, a_small_integer, a_big_integer, a_float, a_boolean, a_date, a_time, a_timestamp, a_zoned_timestamp, a_interval, a_binary, a_uuid, a_json, a_decimal FROM vessel
;

DROP TABLE vessel
;

ALTER TABLE new_vessel RENAME TO vessel
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) DISABLE NOVALIDATE
;

GRANT SELECT, INSERT ON vessel TO ROLE mate WITH GRANT OPTION
;


-- A sequence changes


-- A sequence changes, and back


-- A comment changes


-- A comment changes, and back


-- A comment goes


-- A comment goes, and back


-- A view changes

DROP VIEW seen
;

CREATE VIEW seen AS
SELECT 1 AS one
;


-- A view changes, and back

DROP VIEW seen
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

