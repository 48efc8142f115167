--- a schema as its owner exports it | tables=2 columns=8 primary_keys=2 foreign_keys=1 indexes=2 sequences=1 views=1
SET DEFINE OFF;
REM it's a remark; with a semicolon
PROMPT Creating table 'VESSEL'
CREATE TABLE "FLEET"."VESSEL" 
   (	"HULL_NO" VARCHAR2(12 CHAR) NOT NULL ENABLE, 
	"NAME" VARCHAR2(40 BYTE) DEFAULT 'it''s', 
	"LENGTH" NUMBER(9,2), 
	"BUILT" DATE DEFAULT SYSDATE,
	 CONSTRAINT "VESSEL_PK" PRIMARY KEY ("HULL_NO")
  USING INDEX PCTFREE 10 INITRANS 2 MAXTRANS 255 COMPUTE STATISTICS 
  STORAGE(INITIAL 65536 NEXT 1048576 MINEXTENTS 1)
  TABLESPACE "USERS"  ENABLE
   ) SEGMENT CREATION IMMEDIATE 
  PCTFREE 10 PCTUSED 40 INITRANS 1 MAXTRANS 255 
 NOCOMPRESS LOGGING
  STORAGE(INITIAL 65536 NEXT 1048576 MINEXTENTS 1 MAXEXTENTS 2147483645)
  TABLESPACE "USERS" ;
CREATE SEQUENCE  "FLEET"."SAILING_SEQ"  MINVALUE 1 MAXVALUE 9999999999999999999999999999 INCREMENT BY 1 START WITH 21 CACHE 20 NOORDER  NOCYCLE  NOKEEP  NOSCALE  GLOBAL ;
CREATE TABLE FLEET.SAILING (ID NUMBER(10) NOT NULL, HULL_NO VARCHAR2(12), LEAVES TIMESTAMP(6) WITH LOCAL TIME ZONE, NOTE CLOB)
LOB (NOTE) STORE AS SECUREFILE (TABLESPACE USERS ENABLE STORAGE IN ROW CHUNK 8192)
/
CREATE UNIQUE INDEX "FLEET"."SAILING_PK" ON "FLEET"."SAILING" ("ID") TABLESPACE USERS;
ALTER TABLE FLEET.SAILING ADD CONSTRAINT SAILING_PK PRIMARY KEY (ID) USING INDEX "FLEET"."SAILING_PK" ENABLE;
ALTER TABLE "FLEET"."SAILING" ADD CONSTRAINT "SAILING_FK" FOREIGN KEY ("HULL_NO") REFERENCES "FLEET"."VESSEL" ("HULL_NO") ON DELETE CASCADE ENABLE;
CREATE INDEX FLEET.SAILING_I ON FLEET.SAILING (UPPER(HULL_NO), LEAVES DESC) TABLESPACE USERS;
CREATE OR REPLACE FORCE EDITIONABLE VIEW "FLEET"."TODAY" ("ID", "HULL_NO") AS 
  SELECT ID, HULL_NO FROM SAILING WHERE LEAVES > SYSDATE WITH READ ONLY;
COMMENT ON TABLE FLEET.VESSEL IS 'A ship; of any kind';
COMMENT ON COLUMN FLEET.VESSEL.NAME IS 'What it''s called';
GRANT SELECT ON FLEET.VESSEL TO PUBLIC;
--- programs that end with a slash | tables=2 columns=3 triggers=1 routines=3
create table t (a number, b number);
create or replace trigger t_bi before insert on t for each row
declare
  n number;
begin
  select count(*) into n from t; :new.b := n;
  if :new.a > 0 then :new.a := 1; end if;
end;
/
create or replace procedure p (x in number) is
  cursor c is select a from t;
begin
  for r in c loop null; end loop;
exception when others then null;
end p;
/
create or replace package k as
  procedure one; function two return number;
end k;
/
create or replace package body k as
  procedure one is begin null; end;
  function two return number is begin return case when 1 = 1 then 2 else 3 end; end;
end k;
/
create function f return varchar2 is begin return q'[it's; so]'; end;
/
begin
  execute immediate 'create table hidden (a number)';
end;
/
--- columns that count and that are computed | tables=1 columns=6 primary_keys=1
create table fare (id number generated always as identity (start with 1 increment by 1) primary key, net number(9,2) default on null 0 not null, gross generated always as (net * 1.2) virtual, tax number as (net * 0.2), hidden varchar2(3) invisible, day interval day(2) to second(6));
--- changes in brackets | tables=1 columns=5 primary_keys=1 foreign_keys=1
create table v (id number primary key, a varchar2(3), b number, c number);
alter table v add (d date default sysdate not null, e varchar2(9));
alter table v modify (a varchar2(30) not null, b number(9));
alter table v drop (c); alter table v drop column e cascade constraints;
alter table v rename column b to bb;
alter table v add constraint v_fk foreign key (bb) references v deferrable initially deferred;
rename v to w;
alter table w add (f number constraint f_ck check (f > 0) disable, constraint w_uk unique (a, d));
--- temporary, organised and external tables | tables=3 columns=5 primary_keys=1
create global temporary table g (a number, b number) on commit preserve rows;
create table i (a number, b number, constraint i_pk primary key (a)) organization index including b overflow tablespace users;
create table x (a varchar2(10)) organization external (type oracle_loader default directory d access parameters (records delimited by newline fields terminated by ';') location ('x.csv')) reject limit unlimited;
create private temporary table ora$ptt_p (a number, b number) on commit drop definition;
--- partitions and clusters | tables=2 columns=4 primary_keys=1 indexes=2
create table p (id number, day date, constraint p_pk primary key (id)) partition by range (day) interval (numtoyminterval(1, 'MONTH')) subpartition by hash (id) subpartitions 4 (partition p0 values less than (to_date('2026-01-01', 'YYYY-MM-DD')) tablespace users) enable row movement;
create table l (id number, kind varchar2(3)) partition by list (kind) (partition a values ('x', 'y'), partition b values (default));
create bitmap index l_kind on l (kind) local (partition a, partition b);
create index p_day on p (day) global partition by range (day) (partition x values less than (maxvalue));
--- materialised views and synonyms | tables=1 columns=1 views=2 kept_as_text=2
create table t (a number);
create materialized view m build immediate refresh fast on demand with rowid enable query rewrite as select a, count(*) n from t group by a;
create or replace view v (x) as select a from t where a in (select max(a) from t) with check option constraint v_ck;
create public synonym s for fleet.t;
create database link l connect to u identified by p using 'x';
--- types | tables=3 columns=3 kept_as_text=2
create or replace type address as object (street varchar2(40), town varchar2(40));
/
create type towns as table of varchar2(40);
/
create table person (home address, seen towns) nested table seen store as seen_t;
create table docs of xmltype;
create table raws (a long raw);
--- an old script in small letters | tables=2 columns=5 primary_keys=2 foreign_keys=1
drop table dept cascade constraints
/
create table pier
       (code char(3) constraint pk_pier primary key,
	name varchar2(14) ,
	place varchar2(13) ) ;
create table berth
       (no number(4) constraint pk_berth primary key,
	pier char(3) constraint fk_pier references pier);
insert into pier values ('N', 'North', 'Hollin');
insert into pier values ('S', 'it''s', to_date('13-7-87','dd-mm-rr'));
commit;
exit
--- states and texts | tables=1 columns=3 primary_keys=1 foreign_keys=1
create table t (a number not null, b varchar2(200) default q'{a;b}' , c nvarchar2(20) default n'x;y', constraint pk primary key (a) rely disable novalidate, constraint fk foreign key (b) references other (x) on delete set null enable novalidate, constraint ck check (a between 0 and 9) deferrable);
--- what blocks run as a text | tables=1 columns=1 primary_keys=1 views=1
BEGIN
  EXECUTE IMMEDIATE 'DROP TABLE buoy';
EXCEPTION WHEN OTHERS THEN NULL;
END;
/
DECLARE n NUMBER;
BEGIN
  SELECT count(*) INTO n FROM user_tables WHERE table_name = 'BUOY';
  IF n = 0 THEN EXECUTE IMMEDIATE 'CREATE TABLE buoy (id NUMBER(9) PRIMARY KEY)'; END IF;
END;
/
CREATE MATERIALIZED VIEW LOG ON buoy WITH PRIMARY KEY;
CREATE MATERIALIZED VIEW seen AS SELECT id FROM buoy;
