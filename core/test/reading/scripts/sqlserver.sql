--- a database scripted by a tool | tables=2 columns=9 primary_keys=2 foreign_keys=1 indexes=2 views=1
USE [Fleet]
GO
/****** Object:  Table [dbo].[Vessel]    Script Date: 3/1/2026 ******/
SET ANSI_NULLS ON
GO
SET QUOTED_IDENTIFIER ON
GO
CREATE TABLE [dbo].[Vessel](
	[VesselId] [int] IDENTITY(1,1) NOT NULL,
	[HullNo] [nvarchar](12) COLLATE Latin1_General_CI_AS NOT NULL,
	[Length] [decimal](9, 2) NULL,
	[Built] [datetime2](7) NULL,
	[Mark] [timestamp] NOT NULL,
 CONSTRAINT [PK_Vessel] PRIMARY KEY CLUSTERED 
(
	[VesselId] ASC
)WITH (PAD_INDEX = OFF, STATISTICS_NORECOMPUTE = OFF, IGNORE_DUP_KEY = OFF, ALLOW_ROW_LOCKS = ON, OPTIMIZE_FOR_SEQUENTIAL_KEY = OFF) ON [PRIMARY],
 CONSTRAINT [UQ_Hull] UNIQUE NONCLUSTERED ([HullNo] ASC) ON [PRIMARY]
) ON [PRIMARY] TEXTIMAGE_ON [PRIMARY]
GO
CREATE TABLE [dbo].[Sailing](
	[SailingId] [bigint] NOT NULL,
	[VesselId] [int] NOT NULL,
	[Leaves] [smalldatetime] NOT NULL,
	[Note] [nvarchar](max) NULL,
PRIMARY KEY CLUSTERED ([SailingId] ASC)
) ON [PRIMARY]
GO
CREATE NONCLUSTERED INDEX [IX_Leaves] ON [dbo].[Sailing] ([Leaves] DESC) INCLUDE([Note]) WHERE ([Leaves]>'2026-01-01') WITH (FILLFACTOR = 90) ON [PRIMARY]
GO
CREATE UNIQUE NONCLUSTERED INDEX [IX_Both] ON [dbo].[Sailing]([VesselId] ASC,[Leaves] ASC)
GO
ALTER TABLE [dbo].[Sailing] ADD  CONSTRAINT [DF_Leaves]  DEFAULT (getdate()) FOR [Leaves]
GO
ALTER TABLE [dbo].[Sailing]  WITH CHECK ADD  CONSTRAINT [FK_Sailing_Vessel] FOREIGN KEY([VesselId])
REFERENCES [dbo].[Vessel] ([VesselId])
ON UPDATE CASCADE
ON DELETE SET NULL
GO
ALTER TABLE [dbo].[Sailing] CHECK CONSTRAINT [FK_Sailing_Vessel]
GO
ALTER TABLE [dbo].[Vessel]  WITH NOCHECK ADD  CONSTRAINT [CK_Length] CHECK  (([Length]>(0)))
GO
CREATE VIEW [dbo].[Today]
WITH SCHEMABINDING
AS
SELECT s.SailingId, v.HullNo FROM dbo.Sailing s JOIN dbo.Vessel v ON v.VesselId = s.VesselId
GO
EXEC sys.sp_addextendedproperty @name=N'MS_Description', @value=N'It''s a ship' , @level0type=N'SCHEMA',@level0name=N'dbo', @level1type=N'TABLE',@level1name=N'Vessel'
GO
EXEC sys.sp_addextendedproperty @name=N'MS_Description', @value=N'Its number' , @level0type=N'SCHEMA',@level0name=N'dbo', @level1type=N'TABLE',@level1name=N'Vessel', @level2type=N'COLUMN',@level2name=N'HullNo'
GO
--- no semicolons and no batches | tables=3 columns=6 primary_keys=3 foreign_keys=2 indexes=1
set nocount on
if object_id('berth') is not null drop table berth
if exists (select * from sys.tables where name = 'pier') begin drop table pier end
create table pier (code char(3) not null primary key, name varchar(40))
create table berth (
  no int not null,
  pier char(3) not null foreign key references pier(code),
  primary key (no, pier))
create index ix_pier on berth(pier)
insert into pier values ('N', 'North;South')
insert pier select 'S', 'create table x'
if not exists (select 1 from pier) create table lock (id int primary key, pier char(3) references pier on delete cascade, constraint u unique (pier))
select * from pier
declare @n int
set @n = 1
print 'done'
--- procedures, functions and triggers | tables=1 columns=2 primary_keys=1 routines=3 triggers=1
create table t (a int primary key, b int)
go
create procedure p @x int as
begin
  create table #temp (a int)
  select a from t where b = @x; update t set b = 1
  if @x = 1 begin select 'go' end
end
go
create or alter function f(@a int) returns table as return (select a from t where a = @a)
go
alter procedure p @x int as select 1
go
create proc q as set nocount on; select 1; select 2
go
create trigger g on t after insert, update as
begin
  declare @i int = (select count(*) from inserted); update t set b = @i
end
go
--- schemas, synonyms and sequences | tables=2 columns=3 primary_keys=1 sequences=1 foreign_keys=1 schemas=1
create schema crew authorization dbo
go
create sequence crew.numbers as int start with 10 increment by 5 minvalue 1 no maxvalue cycle cache 20;
create table crew.member (id int not null default next value for crew.numbers constraint pk primary key, grade char(1));
create table watch (member int references crew.member (id));
create synonym m for crew.member;
--- computed, sparse, hidden columns and history | tables=1 columns=8 primary_keys=1
create table dbo.fare (
  id uniqueidentifier rowguidcol not null constraint df_id default newsequentialid() primary key nonclustered,
  net money not null, tax as (net * 0.2) persisted not null, gross as net * 1.2,
  note nvarchar(100) sparse null, card varchar(20) masked with (function = 'partial(0,"x",4)'),
  valid_from datetime2 generated always as row start hidden not null,
  valid_to datetime2 generated always as row end hidden not null,
  period for system_time (valid_from, valid_to)
) with (system_versioning = on (history_table = dbo.fare_history), data_compression = page);
--- inline indexes and names of every kind | tables=2 columns=5 primary_keys=1 indexes=3
create table [my table] ([a b] int not null index ix_ab nonclustered, "c d" int, e int, index ix_cd ("c d", e desc) where e > 0, primary key ([a b]))
create table dbo.[quote]]d] ([x.y] int, z int, constraint [u n] unique clustered (z desc))
create clustered columnstore index cci on [my table]
--- changes one after another | tables=1 columns=5 primary_keys=1 indexes=1
create table t (a int, b varchar(10), c int, d int);
alter table t add e int not null default 0, f datetime null;
alter table t alter column a bigint not null;
alter table t add constraint pk_t primary key (a);
alter table t drop column c, d;
exec sp_rename 't.b', 'bb', 'COLUMN';
exec sp_rename 'dbo.t', 'tt';
alter table tt add g as (a + e);
create index i on tt (bb); create index j on tt (f); drop index j on tt; alter index i on tt rebuild;
--- three-part names and another database | tables=1 columns=2 foreign_keys=1
create table Fleet.dbo.log (id int, vessel int constraint fk references Fleet.dbo.Vessel (VesselId));
--- types of its own and partitions | tables=1 columns=3 primary_keys=1 kept_as_text=4
create type dbo.code from varchar(12) not null;
create type dbo.codes as table (code varchar(12) primary key);
create partition function by_year (int) as range right for values (2025, 2026);
create partition scheme years as partition by_year all to ([PRIMARY]);
create table sold (year int not null, code dbo.code, n int, constraint pk primary key clustered (year) on years (year)) on years (year);
--- comments, texts and traps | tables=2 columns=3 primary_keys=0
/* nested /* comment; */ create table no (x int) */
create table t (a varchar(20) default 'it''s; go', b nvarchar(20) default N'create table y (z int)') -- go
;
create table u (c int) -- GO
go 2
print 'x'
--- what is run as a text, and tables that queries make | tables=3 columns=5 primary_keys=1 views=1 indexes=1
IF NOT EXISTS (SELECT * FROM sys.tables WHERE name = N'berth')
BEGIN
CREATE TABLE [dbo].[berth] ([no] int NOT NULL PRIMARY KEY, [depth] int)
END
GO
IF NOT EXISTS (SELECT * FROM sys.views WHERE object_id = OBJECT_ID(N'[dbo].[deep]'))
EXEC dbo.sp_executesql @statement = N'CREATE VIEW [dbo].[deep] WITH SCHEMABINDING AS
SELECT [no], ''it''''s deep'' AS note FROM dbo.berth'
GO
CREATE UNIQUE CLUSTERED INDEX deep_ix ON dbo.deep ([no])
GO
SELECT b.[no], b.depth INTO dbo.berth_before FROM dbo.berth b WHERE depth > 3
GO
EXEC ('CREATE TABLE dbo.buoy (id int)'); EXEC ('CREATE INDEX buoy_ix ON dbo.buoy (id)')
EXEC ('CREATE TABLE ' + @name + ' (id int)')
GO
