--- a table with much said of it | tables=1 columns=7 primary_keys=1 foreign_keys=1
create or replace TRANSIENT TABLE FLEET.PUBLIC.SAILING (
	ID NUMBER(38,0) NOT NULL autoincrement start 1 increment 1 noorder COMMENT 'It''s a number',
	VESSEL_ID NUMBER(38,0) NOT NULL,
	LEAVES TIMESTAMP_NTZ(9) DEFAULT CURRENT_TIMESTAMP(),
	NOTE VARCHAR(16777216) COLLATE 'en-ci',
	DATA VARIANT,
	TAGS ARRAY WITH TAG (COST='x'),
	OWNER VARCHAR(40) WITH MASKING POLICY HIDE,
	constraint PK primary key (ID) not enforced rely,
	constraint FK foreign key (VESSEL_ID) references FLEET.PUBLIC.VESSEL(ID)
)CLUSTER BY (LEAVES) DATA_RETENTION_TIME_IN_DAYS = 3 COMMENT='What leaves; and when'
;
--- views of every kind | tables=1 columns=2 views=4
create table t (a int, b string);
create or replace secure view v comment = 'seen' as select a, b from t;
create view w (x comment 'the first', y) as select * from t;
create materialized view m cluster by (a) as select a, count(*) n from t group by a;
create or replace view v2 copy grants as select $1 from @stage/file.csv;
--- programs between dollar signs | tables=1 columns=1 routines=3
create table t (a int);
create or replace function area(r float) returns float as $$ pi() * r * r; $$;
create or replace procedure p(x varchar) returns string language javascript as
$$
  var s = "it's; so"; return s;
$$;
create function two(a int) returns int language sql as 'a + 1;';
--- what is not of the schema | tables=1 columns=1 kept_as_text=6
use role sysadmin; use warehouse w; use database fleet; use schema public;
create warehouse if not exists w warehouse_size = xsmall;
create stage s url='s3://x/y' file_format = (type = csv);
create file format f type = csv field_delimiter = ';';
create stream c on table t; create task k warehouse = w schedule = '1 minute' as insert into t values (1);
create table t (a int); // a comment; of its own
create pipe p as copy into t from @s;
grant select on table t to role r;
--- identities and keys at columns | tables=2 columns=5 primary_keys=2 foreign_keys=1
create table a (id int identity(1,1) primary key, n number(10,2) default 0 unique);
create table b (id integer identity start 5 increment 2, a_id int references a(id) not enforced, constraint pk primary key (id, a_id), c boolean default false);
--- semi-structured and spatial types | tables=1 columns=8
create table t (a object, b geography, c binary(10), d time(3), e timestamp_ltz, f double, g text, h number);
--- copies | tables=3 columns=6
create table t (a int not null, b string); create table u like t; create table v clone t;
--- changes | tables=1 columns=3 primary_keys=1
create table t (a int, b string);
alter table t add column c date, d int; alter table t drop column b; alter table t rename column d to e;
alter table t add primary key (a); alter table t cluster by (a); alter table t alter column e set data type number(12,0), column c set not null; alter table t rename to u;
--- sequences and defaults of them | tables=1 columns=1 sequences=2
create sequence s start = 5 increment = 2; create or replace sequence r; create table t (id int default s.nextval);
--- from a query | tables=2 columns=4
create table t (a int, b string); create or replace table u as select a, b from t where a > 1;
--- as the catalog writes it | tables=5 columns=13 primary_keys=1
create or replace TRANSIENT TABLE OPS.FERRY cluster by (ID)(
	ID NUMBER(38,0) NOT NULL autoincrement start 1 increment 1 noorder,
	NAME VARCHAR(16777216) COLLATE 'en-ci' COMMENT 'the name',
	SEAT VARCHAR(10) WITH MASKING POLICY OPS.MASK USING (SEAT, ID) WITH TAG (OPS.PII='yes'),
	primary key (ID)
)COMMENT='ferries';
create or replace dynamic table OPS.SEEN(ID, CALLED) target_lag = '1 hour' warehouse = WH as select id, name from ops.ferry;
create or replace external table OPS.FILES (A VARCHAR AS (value:c1::varchar), P DATE AS (to_date(value:c2::varchar))) partition by (P) with location=@OPS.STG/x auto_refresh = true file_format = (type = parquet);
create table OPS.COPIED clone OPS.FERRY;
create table OPS.WORK as with x as (select id, name from ops.ferry) select id, name as called, 1 as one from x;
