-- Made

CREATE SCHEMA dock
;

CREATE SEQUENCE sailing_no START WITH 10 INCREMENT BY 5 MINVALUE 1 MAXVALUE 9000 CYCLE
;

CREATE TABLE dock.harbour (
  code nchar(3) NOT NULL,
  name nvarchar(40),
  CONSTRAINT pk_harbour PRIMARY KEY (code)
)
;

CREATE TABLE vessel (
  id int IDENTITY(1,1) NOT NULL,
  code int DEFAULT 1,
  harbour_code nchar(3),
  a_text nvarchar(20) DEFAULT 'none',
  a_long_text nvarchar(max),
  a_small_integer smallint,
  a_big_integer bigint,
  a_float float,
  a_boolean bit,
  a_date date,
  a_time time,
  a_timestamp datetime2,
  a_zoned_timestamp datetimeoffset,
  a_interval nvarchar(40),
  a_binary varbinary(max),
  a_uuid uniqueidentifier,
  a_json json,
  a_decimal decimal(9,2),
  CONSTRAINT pk_vessel PRIMARY KEY (id),
  CONSTRAINT uk_vessel UNIQUE (code, harbour_code),
  CONSTRAINT ck_code CHECK (code > 0)
)
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

CREATE INDEX ix_code ON vessel (code)
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

INSERT INTO dock.harbour (code, name) VALUES ('ABC', 'Abbey Quay')
;

CREATE FUNCTION tally(@a int) RETURNS int AS BEGIN RETURN @a + 1; END
;

CREATE ROLE mate
;

GRANT SELECT, INSERT ON vessel TO mate WITH GRANT OPTION
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Where ferries lie.', @level0type = N'SCHEMA', @level0name = N'dock'
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'It''s by the sea.', @level0type = N'SCHEMA', @level0name = N'dock', @level1type = N'TABLE', @level1name = N'harbour'
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Said by people.', @level0type = N'SCHEMA', @level0name = N'dbo', @level1type = N'TABLE', @level1name = N'vessel', @level2type = N'COLUMN', @level2name = N'a_text'
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Who is there.', @level0type = N'SCHEMA', @level0name = N'dbo', @level1type = N'VIEW', @level1name = N'seen'
;


-- With each option, what it makes different

CREATE TABLE dock.harbour (
  ...
) ON pier
;

CREATE TABLE dock.harbour (
  ...
) ON code
;

CREATE TABLE dock.harbour (
  ...
) WITH (DATA_COMPRESSION = ROW)
;

CREATE TABLE dock.harbour (
  ...
) WITH (DATA_COMPRESSION = PAGE)
;

CREATE TABLE dock.harbour (
  ...
) WITH (MEMORY_OPTIMIZED = ON)
;

CREATE TABLE dock.harbour (
  ...
) WITH (LEDGER = ON)
;

CREATE TABLE vessel (
  ...
  a_text nvarchar(20) COLLATE pier DEFAULT 'none',
)
;

CREATE TABLE vessel (
  ...
  a_text nvarchar(20) SPARSE DEFAULT 'none',
)
;

CREATE TABLE vessel (
  ...
  a_text nvarchar(20) MASKED WITH (FUNCTION = 'it''s') DEFAULT 'none',
)
;

CREATE TABLE vessel (
  ...
  id int IDENTITY(7,1) NOT NULL,
)
;

CREATE TABLE vessel (
  ...
  id int IDENTITY(1,7) NOT NULL,
)
;

CREATE TABLE vessel (
  ...
  a_uuid uniqueidentifier ROWGUIDCOL,
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY CLUSTERED (code)
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY NONCLUSTERED (code)
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY (code) WITH (FILLFACTOR = 7)
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY (code) WITH (DATA_COMPRESSION = ROW)
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY (code) WITH (DATA_COMPRESSION = PAGE)
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY (code) ON pier
)
;

CREATE TABLE dock.harbour (
  ...
  CONSTRAINT pk_harbour PRIMARY KEY (code) WITH (IGNORE_DUP_KEY = ON)
)
;

ALTER TABLE vessel
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE NOT FOR REPLICATION
;

ALTER TABLE vessel WITH NOCHECK
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

ALTER TABLE vessel NOCHECK CONSTRAINT fk_home
;

CREATE TABLE vessel (
  ...
  CONSTRAINT ck_code CHECK NOT FOR REPLICATION (code > 0)
)
;

ALTER TABLE vessel NOCHECK CONSTRAINT ck_code
;

CREATE CLUSTERED INDEX ix_code ON vessel (code)
;

CREATE NONCLUSTERED INDEX ix_code ON vessel (code)
;

CREATE NONCLUSTERED COLUMNSTORE INDEX ix_code ON vessel (code)
;

CREATE CLUSTERED COLUMNSTORE INDEX ix_code ON vessel
;

CREATE INDEX ix_code ON vessel (code) WITH (FILLFACTOR = 7)
;

CREATE INDEX ix_code ON vessel (code) WITH (DATA_COMPRESSION = ROW)
;

CREATE INDEX ix_code ON vessel (code) WITH (DATA_COMPRESSION = PAGE)
;

CREATE INDEX ix_code ON vessel (code) ON pier
;

CREATE VIEW seen WITH SCHEMABINDING AS
SELECT code FROM vessel
;

CREATE VIEW seen AS
SELECT code FROM vessel 
WITH CHECK OPTION
;


-- So that it runs twice

IF SCHEMA_ID(N'dock') IS NULL
  ...
BEGIN
EXEC(N'CREATE SCHEMA dock')
END
;

IF OBJECT_ID(N'sailing_no', N'SO') IS NULL
  ...
BEGIN
CREATE SEQUENCE sailing_no START WITH 10 INCREMENT BY 5 MINVALUE 1 MAXVALUE 9000 CYCLE
END
;

IF OBJECT_ID(N'dock.harbour', N'U') IS NULL
  ...
BEGIN
)
END
;

IF OBJECT_ID(N'vessel', N'U') IS NULL
  ...
BEGIN
)
END
;

IF NOT EXISTS (SELECT 1 FROM sys.foreign_keys WHERE name = N'fk_home' AND parent_object_id = OBJECT_ID(N'vessel'))
  ...
BEGIN
  ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
END
;

IF NOT EXISTS (SELECT 1 FROM sys.indexes WHERE name = N'ix_code' AND object_id = OBJECT_ID(N'vessel'))
  ...
BEGIN
CREATE INDEX ix_code ON vessel (code)
END
;

CREATE OR ALTER VIEW seen AS
SELECT code FROM vessel
;

INSERT INTO dock.harbour (code, name) SELECT 'ABC', 'Abbey Quay' WHERE NOT EXISTS (SELECT 1 FROM dock.harbour WHERE code = 'ABC' AND name = 'Abbey Quay')
;

CREATE OR ALTER FUNCTION tally(@a int) RETURNS int AS BEGIN RETURN @a + 1; END
;

IF DATABASE_PRINCIPAL_ID(N'mate') IS NULL
  ...
BEGIN
CREATE ROLE mate
END
;

GRANT SELECT, INSERT ON vessel TO mate WITH GRANT OPTION
;

BEGIN TRY
  ...
EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Where ferries lie.', @level0type = N'SCHEMA', @level0name = N'dock'
END TRY
BEGIN CATCH
IF ERROR_NUMBER() <> 15233 THROW
END CATCH
;

BEGIN TRY
  ...
EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'It''s by the sea.', @level0type = N'SCHEMA', @level0name = N'dock', @level1type = N'TABLE', @level1name = N'harbour'
END TRY
BEGIN CATCH
IF ERROR_NUMBER() <> 15233 THROW
END CATCH
;

BEGIN TRY
  ...
EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Said by people.', @level0type = N'SCHEMA', @level0name = N'dbo', @level1type = N'TABLE', @level1name = N'vessel', @level2type = N'COLUMN', @level2name = N'a_text'
END TRY
BEGIN CATCH
IF ERROR_NUMBER() <> 15233 THROW
END CATCH
;

BEGIN TRY
  ...
EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Who is there.', @level0type = N'SCHEMA', @level0name = N'dbo', @level1type = N'VIEW', @level1name = N'seen'
END TRY
BEGIN CATCH
IF ERROR_NUMBER() <> 15233 THROW
END CATCH
;


-- Dropped first

DROP FUNCTION IF EXISTS tally
;

DROP VIEW IF EXISTS seen
;

DROP TABLE IF EXISTS vessel
;

DROP TABLE IF EXISTS dock.harbour
;

DROP SEQUENCE IF EXISTS sailing_no
;

DROP SCHEMA IF EXISTS dock
;


-- A table is called otherwise

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

DROP VIEW seen
;

EXEC sp_rename 'vessel', 'ship'
;

CREATE VIEW seen AS
SELECT code FROM ship
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Who is there.', @level0type = N'SCHEMA', @level0name = N'dbo', @level1type = N'VIEW', @level1name = N'seen'
;

COMMIT
;


-- A table is called otherwise, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

DROP VIEW seen
;

EXEC sp_rename 'ship', 'vessel'
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Who is there.', @level0type = N'SCHEMA', @level0name = N'dbo', @level1type = N'VIEW', @level1name = N'seen'
;

COMMIT
;


-- A column is called otherwise

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

EXEC sp_rename 'vessel.a_date', 'launched on', 'COLUMN'
;

COMMIT
;


-- A column is called otherwise, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

EXEC sp_rename 'vessel.[launched on]', 'a_date', 'COLUMN'
;

COMMIT
;


-- A type grows

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE dock.harbour ALTER COLUMN name nvarchar(80) NULL
;

COMMIT
;


-- A type grows, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE dock.harbour ALTER COLUMN name nvarchar(40) NULL
;

COMMIT
;


-- A type becomes another

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE vessel ALTER COLUMN a_small_integer nvarchar(9) NULL
;

COMMIT
;


-- A type becomes another, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

EXEC sp_rename 'vessel.a_small_integer', 'old_a_small_integer', 'COLUMN'
;

ALTER TABLE vessel ADD a_small_integer smallint
;

ALTER TABLE vessel DROP COLUMN old_a_small_integer
;

COMMIT
;


-- A column becomes mandatory

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

UPDATE vessel SET a_text = 'none' WHERE a_text IS NULL
;

ALTER TABLE vessel ALTER COLUMN a_text nvarchar(20) NOT NULL
;

COMMIT
;


-- A column becomes mandatory, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE vessel ALTER COLUMN a_text nvarchar(20) NULL
;

COMMIT
;


-- A default changes

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

DECLARE @kept nvarchar(300) = (SELECT N'ALTER TABLE ' + 'vessel' + N' DROP CONSTRAINT ' + QUOTENAME(name) FROM sys.default_constraints WHERE parent_object_id = OBJECT_ID('vessel') AND parent_column_id = COLUMNPROPERTY(OBJECT_ID('vessel'), 'a_text', 'ColumnId'))
EXEC(@kept)
;

ALTER TABLE vessel ADD DEFAULT 'other' FOR a_text
;

COMMIT
;


-- A default changes, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

DECLARE @kept nvarchar(300) = (SELECT N'ALTER TABLE ' + 'vessel' + N' DROP CONSTRAINT ' + QUOTENAME(name) FROM sys.default_constraints WHERE parent_object_id = OBJECT_ID('vessel') AND parent_column_id = COLUMNPROPERTY(OBJECT_ID('vessel'), 'a_text', 'ColumnId'))
EXEC(@kept)
;

ALTER TABLE vessel ADD DEFAULT 'none' FOR a_text
;

COMMIT
;


-- A column comes

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE vessel ADD flag nchar(2)
;

UPDATE vessel SET flag = 'GB'
;

ALTER TABLE vessel ALTER COLUMN flag nchar(2) NOT NULL
;

COMMIT
;


-- A column comes, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE vessel DROP COLUMN flag
;

COMMIT
;


-- A table goes

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

DROP TABLE dock.harbour
;

COMMIT
;


-- A table goes, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

CREATE TABLE dock.harbour (
  code nchar(3) NOT NULL,
  name nvarchar(40),
  CONSTRAINT pk_harbour PRIMARY KEY (code)
)
;

UPDATE vessel SET harbour_code = NULL WHERE harbour_code IS NOT NULL
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

INSERT INTO dock.harbour (code, name) VALUES ('ABC', 'Abbey Quay')
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'It''s by the sea.', @level0type = N'SCHEMA', @level0name = N'dock', @level1type = N'TABLE', @level1name = N'harbour'
;

COMMIT
;


-- A key goes

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE vessel DROP CONSTRAINT uk_vessel
;

COMMIT
;


-- A key goes, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE vessel ADD CONSTRAINT uk_vessel UNIQUE (code, harbour_code)
;

COMMIT
;


-- A foreign key changes

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE vessel DROP CONSTRAINT fk_home
;

ALTER TABLE vessel ADD CONSTRAINT fk_of_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

COMMIT
;


-- A foreign key changes, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER TABLE vessel DROP CONSTRAINT fk_of_home
;

ALTER TABLE vessel ADD CONSTRAINT fk_home FOREIGN KEY (harbour_code) REFERENCES dock.harbour (code) ON DELETE CASCADE
;

COMMIT
;


-- A sequence changes

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER SEQUENCE sailing_no INCREMENT BY 7 NO CYCLE
;

COMMIT
;


-- A sequence changes, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

ALTER SEQUENCE sailing_no INCREMENT BY 5 CYCLE
;

COMMIT
;


-- A comment changes

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

EXEC sys.sp_updateextendedproperty @name = N'MS_Description', @value = N'By the river.', @level0type = N'SCHEMA', @level0name = N'dock', @level1type = N'TABLE', @level1name = N'harbour'
;

COMMIT
;


-- A comment changes, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

EXEC sys.sp_updateextendedproperty @name = N'MS_Description', @value = N'It''s by the sea.', @level0type = N'SCHEMA', @level0name = N'dock', @level1type = N'TABLE', @level1name = N'harbour'
;

COMMIT
;


-- A comment goes

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

EXEC sys.sp_dropextendedproperty @name = N'MS_Description', @level0type = N'SCHEMA', @level0name = N'dock', @level1type = N'TABLE', @level1name = N'harbour'
;

COMMIT
;


-- A comment goes, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'It''s by the sea.', @level0type = N'SCHEMA', @level0name = N'dock', @level1type = N'TABLE', @level1name = N'harbour'
;

COMMIT
;


-- A view changes

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

DROP VIEW seen
;

CREATE VIEW seen AS
SELECT 1 AS one
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Who is there.', @level0type = N'SCHEMA', @level0name = N'dbo', @level1type = N'VIEW', @level1name = N'seen'
;

COMMIT
;


-- A view changes, and back

SET XACT_ABORT ON
;

BEGIN TRANSACTION
;

DROP VIEW seen
;

CREATE VIEW seen AS
SELECT code FROM vessel
;

EXEC sys.sp_addextendedproperty @name = N'MS_Description', @value = N'Who is there.', @level0type = N'SCHEMA', @level0name = N'dbo', @level1type = N'VIEW', @level1name = N'seen'
;

COMMIT
;

