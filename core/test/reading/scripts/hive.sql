--- a table of files | tables=1 columns=5
CREATE EXTERNAL TABLE IF NOT EXISTS `fleet`.`sailing`(
  `id` bigint COMMENT 'it\'s a number', 
  `vessel` string, 
  `leaves` timestamp)
COMMENT 'What leaves; and when'
PARTITIONED BY ( 
  `year` int COMMENT 'of leaving', `month` int)
ROW FORMAT SERDE 
  'org.example.OrcSerde' 
STORED AS INPUTFORMAT 
  'org.example.In' 
OUTPUTFORMAT 
  'org.example.Out'
LOCATION
  'hdfs://x/y;z'
TBLPROPERTIES (
  'bucketing_version'='2', 
  'transient_lastDdlTime'='1600000000');
--- nested types | tables=1 columns=4
create table person (name struct<first:string,last:string>, seen array<map<string,int>>, home map<string,struct<town:string,no:int>>, either uniontype<int,double>) stored as orc;
--- text files | tables=1 columns=2
create table logs (a string, b string) row format delimited fields terminated by ',' escaped by '\\' lines terminated by '\n' null defined as '' stored as textfile;
--- buckets and sorting | tables=1 columns=2
create table t (a int, b string) clustered by (a) sorted by (b desc) into 8 buckets stored as orc tblproperties ("transactional"="true");
--- keys that nobody keeps | tables=2 columns=3 primary_keys=1 foreign_keys=1
create table a (id int, primary key (id) disable novalidate);
create table b (id int, a_id int, constraint fk foreign key (a_id) references a(id) disable novalidate rely, unique (id) disable novalidate);
--- views | tables=1 columns=1 views=2
create table t (a int); create view v (x comment "the first") comment 'seen' as select a from t; create or replace view w as select * from v;
--- databases and settings | tables=2 columns=2
set hive.exec.dynamic.partition=true; create database if not exists fleet comment 'x' location '/y'; use fleet;
add jar /x/y.jar;
create table t (a string); create table default.u (b int);
--- changes | tables=1 columns=3
create table t (a int, b string); alter table t add columns (c date comment 'day', d int); alter table t change b bb varchar(9) comment 'was b'; alter table t rename to u; alter table u add partition (x=1); alter table u drop column d;
--- copies and queries | tables=3 columns=6
create table t (a int, b string); create table u like t; create table v stored as parquet as select a, b from t;
--- rows | tables=1 columns=1
create table t (a int); insert overwrite table t select 1; load data inpath '/x' into table t; insert into t values (1), (2);
--- columns replaced, parts added, rows by another way | tables=3 columns=6 indexes=1
create table log (a string, b int) partitioned by (day date);
alter table log add if not exists partition (day='2026-01-01') location '/x';
alter table log replace columns (a string, c bigint, d int comment 'x');
from log insert into log partition (day='2026-01-02') select a, c, d;
create index log_ix on table log (a) as 'COMPACT' with deferred rebuild;
create table cold (id int) partitioned by spec (bucket(4, id)) stored by iceberg;
create table warm (id bigint) using iceberg partitioned by (bucket(16, id));
