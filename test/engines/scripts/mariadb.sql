--- plain tables and names
CREATE TABLE `Vessel` (`hull no` varchar(12) PRIMARY KEY, `call``sign` char(4) UNIQUE, name text NOT NULL); CREATE TABLE `order` (id int, PRIMARY KEY (id));
--- types in every spelling
CREATE TABLE t (a int(11) unsigned zerofill, b integer, c bool, d boolean, e tinyint(1), f tinyint(4), g bigint(20) unsigned, h double precision, i real, j float(7,3), k dec(8,2), l numeric, m decimal(9), n fixed(5,1), o character varying(9), p national varchar(5), q char, r nchar(3), s varbinary(8), t binary, u datetime(3), v timestamp NULL, w year(4), x enum('a','it''s','c,d') NOT NULL, y set('x','y'), z json, aa long varchar, ab mediumint, ac bit, ad bit(9), ae tinyblob, af middleint, ag int8, ah float8, ai text(100), aj blob(70000), ak uuid, al point, am time(2), an serial);
--- numbers that count
CREATE TABLE a (id int AUTO_INCREMENT PRIMARY KEY, n int) AUTO_INCREMENT=100; CREATE TABLE b (id bigint unsigned NOT NULL AUTO_INCREMENT, k int, KEY (id)) ENGINE=InnoDB; CREATE SEQUENCE s START WITH 10 INCREMENT BY 5 MINVALUE 1 MAXVALUE 1000 CYCLE; CREATE SEQUENCE plain;
--- foreign keys in every form
CREATE TABLE v (a int, b int, PRIMARY KEY (a, b), UNIQUE KEY vb (b)); CREATE TABLE w (x int, y int, z int, q int REFERENCES v (b), CONSTRAINT named FOREIGN KEY (x) REFERENCES v (b) ON DELETE CASCADE ON UPDATE SET NULL, FOREIGN KEY (y, z) REFERENCES v (a, b), FOREIGN KEY own (y) REFERENCES v (b) ON DELETE RESTRICT, KEY qi (q));
ALTER TABLE w ADD FOREIGN KEY (z) REFERENCES v (b) ON DELETE NO ACTION, ADD CONSTRAINT later FOREIGN KEY (q) REFERENCES v (b);
--- checks, and how the server names them
CREATE TABLE t (a int CHECK (a > 0), b int, c varchar(9) CHECK (c IN ('x', 'y;')), CHECK (a < b), CONSTRAINT named CHECK (b > 0), CONSTRAINT CHECK (b < 99)); ALTER TABLE t ADD CHECK (a <> 7), ADD CONSTRAINT more CHECK (a + b < 100);
--- defaults of every kind
CREATE TABLE t (a int DEFAULT 5, b int DEFAULT '6', c varchar(9) DEFAULT 'it''s', d varchar(9) DEFAULT "say \"it\"", e datetime DEFAULT now(), f timestamp(3) DEFAULT CURRENT_TIMESTAMP(3) ON UPDATE CURRENT_TIMESTAMP(3), g decimal(8,2) DEFAULT 1.5, h int DEFAULT NULL, i bool DEFAULT TRUE NOT NULL, j int DEFAULT (1 + 2), k varchar(40) DEFAULT (uuid()), l date DEFAULT '2026-01-01', m bit(3) DEFAULT b'101', n timestamp NULL DEFAULT NULL, o varchar(9) DEFAULT 7, p double DEFAULT -1.25, q char(3) DEFAULT '');
--- computed columns and hidden ones
CREATE TABLE t (a int, b int, c int AS (a + b) PERSISTENT, d int GENERATED ALWAYS AS (a * b) VIRTUAL, e varchar(9) AS (concat(a, ';')) STORED COMMENT 'worked out', f int INVISIBLE DEFAULT 3, KEY (c));
--- indexes of every kind
CREATE TABLE t (a int, b varchar(99), c text, d point NOT NULL, e int, KEY (a), KEY ka (a, b), INDEX `k b` USING BTREE (b(10)), UNIQUE ub (b), UNIQUE KEY (a, e), FULLTEXT KEY ft (b, c) COMMENT 'words', SPATIAL INDEX sp (d), KEY kd (a DESC, e), UNIQUE INDEX uc (c(5)), KEY ign (e) IGNORED);
CREATE INDEX later ON t (e, a) ALGORITHM=INPLACE; CREATE UNIQUE INDEX IF NOT EXISTS ul USING BTREE ON t (e); CREATE FULLTEXT INDEX ft2 ON t (c); ALTER TABLE t ADD INDEX added (b, e), ADD UNIQUE KEY (b(3)), ADD FULLTEXT (b);
--- comments and table options
CREATE TABLE t (a int COMMENT 'it''s; a column', b varchar(3) CHARACTER SET latin1 COLLATE latin1_bin, c text COLLATE utf8mb4_unicode_ci, d varchar(3) CHARSET utf8) ENGINE=MyISAM DEFAULT CHARSET=latin1 COLLATE=latin1_german1_ci COMMENT='It\'s a table' ROW_FORMAT=DYNAMIC CHECKSUM=1 MAX_ROWS=100;
CREATE TABLE u (a varchar(3)) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci; CREATE TABLE w (a varchar(3)) DEFAULT CHARSET utf8mb4; CREATE TABLE x (a varchar(3)) COMMENT 'no equals sign', ENGINE = Aria;
--- views
CREATE TABLE t (a int, b int); CREATE VIEW v AS SELECT a, b FROM t; CREATE OR REPLACE ALGORITHM=MERGE DEFINER=root@localhost SQL SECURITY INVOKER VIEW v AS SELECT a, b, 1 AS one FROM t; CREATE VIEW w (x, y) AS SELECT * FROM t WHERE a > 0 WITH LOCAL CHECK OPTION; CREATE ALGORITHM = TEMPTABLE VIEW m AS SELECT count(*) AS n FROM t;
--- what runs, with delimiters
CREATE TABLE t (a int, b int);
DELIMITER //
CREATE TRIGGER g BEFORE INSERT ON t FOR EACH ROW BEGIN IF NEW.a > 0 THEN SET NEW.b = 1; END IF; SET NEW.a = CASE WHEN NEW.b = 1 THEN 2 ELSE 3 END; END//
CREATE DEFINER=`root`@`localhost` PROCEDURE p(x int) BEGIN DECLARE i int DEFAULT 0; WHILE i < x DO SET i = i + 1; END WHILE; SELECT 'it''s; so'; END //
DELIMITER ;
CREATE FUNCTION f(a int) RETURNS int DETERMINISTIC RETURN a + 1; CREATE TRIGGER h AFTER DELETE ON t FOR EACH ROW SET @x = 1;
--- changes of columns
CREATE TABLE t (a int, b varchar(9) DEFAULT 'x' NOT NULL, c int UNIQUE, d int); ALTER TABLE t ADD COLUMN e int NOT NULL DEFAULT 0 AFTER a, ADD f int FIRST, DROP COLUMN c, MODIFY COLUMN d bigint NOT NULL COMMENT 'more', CHANGE b bb text NULL AFTER d; ALTER TABLE t ADD (g int, h int), ADD COLUMN IF NOT EXISTS g int, ALTER a SET DEFAULT 3; ALTER TABLE t RENAME COLUMN g TO gg; ALTER TABLE t MODIFY h int AUTO_INCREMENT PRIMARY KEY, ALTER COLUMN e DROP DEFAULT;
--- renames and drops
CREATE TABLE t (a int PRIMARY KEY, b int, KEY kb (b), CONSTRAINT ck CHECK (b > 0)); CREATE TABLE u (x int, CONSTRAINT fk FOREIGN KEY (x) REFERENCES t (a)); RENAME TABLE t TO tt; ALTER TABLE tt RENAME INDEX kb TO kbb, DROP CONSTRAINT ck; ALTER TABLE u DROP FOREIGN KEY fk; ALTER TABLE u DROP INDEX fk; CREATE TABLE gone (a int); DROP TABLE IF EXISTS gone, never; CREATE INDEX i ON u (x); DROP INDEX i ON u; ALTER TABLE tt DROP PRIMARY KEY, RENAME TO ttt; CREATE TABLE swap1 (a int); CREATE TABLE swap2 (b int); RENAME TABLE swap1 TO x1, swap2 TO swap1;
--- partitions and history
CREATE TABLE p (id int, day date, PRIMARY KEY (id, day)) PARTITION BY RANGE (YEAR(day)) (PARTITION p0 VALUES LESS THAN (2026) ENGINE = InnoDB, PARTITION p1 VALUES LESS THAN MAXVALUE ENGINE = InnoDB); CREATE TABLE h (a int) WITH SYSTEM VERSIONING; CREATE TABLE k (id int PRIMARY KEY) PARTITION BY HASH (id) PARTITIONS 4;
--- copies
CREATE TABLE t (a int NOT NULL DEFAULT 3, b varchar(9) UNIQUE, KEY ka (a)); CREATE TABLE u LIKE t; CREATE TABLE IF NOT EXISTS t (c int);
--- a dump's frame
/*!40101 SET @OLD_CHARACTER_SET_CLIENT=@@CHARACTER_SET_CLIENT */;
/*!40101 SET NAMES utf8mb4 */;
DROP TABLE IF EXISTS `t`;
/*!40101 SET character_set_client = utf8 */;
CREATE TABLE `t` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `n` varchar(9) /*!100301 COMPRESSED*/ DEFAULT NULL, # to the end; of the line
  PRIMARY KEY (`id`) -- ; here too
) ENGINE=InnoDB AUTO_INCREMENT=3 DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;
LOCK TABLES `t` WRITE;
/*!40000 ALTER TABLE `t` DISABLE KEYS */;
INSERT INTO `t` VALUES (1,'a;b'),(2,'it\'s'),(3,'two
lines');
/*!40000 ALTER TABLE `t` ENABLE KEYS */;
UNLOCK TABLES;
/*!50001 CREATE VIEW `v` AS SELECT 1 AS `id`*/;
/*!50001 DROP VIEW IF EXISTS `v`*/;
/*!50001 CREATE ALGORITHM=UNDEFINED */
/*!50013 DEFINER=`root`@`localhost` SQL SECURITY DEFINER */
/*!50001 VIEW `v` AS select `t`.`id` AS `id` from `t` */;
--- checks of json and unnamed keys that collide
CREATE TABLE t (j json NOT NULL, a int, b int, KEY (a), KEY (a, b), UNIQUE (b), UNIQUE (b, a));
--- foreign keys that find an index, and those that do not
CREATE TABLE v (a int PRIMARY KEY); CREATE TABLE w (x int, y int, z int, KEY xy (x, y), FOREIGN KEY (x) REFERENCES v (a), FOREIGN KEY (y) REFERENCES v (a), CONSTRAINT zz FOREIGN KEY (z) REFERENCES v (a)); CREATE INDEX yi ON w (y);
--- comments everywhere
# a line; of words
/* a table; of -- boats */ CREATE /* ( */ TABLE t ( -- ; first
  a int, /* b int, */ c int # ) last
); CREATE INDEX i ON t (a /* , c */); CREATE TABLE u (a varchar(40) DEFAULT '-- no; comment', b varchar(40) DEFAULT '/* nor this */');
--- several databases' words
CREATE TABLE t (`key` int, `index` int, `check` int, `primary` int, status varchar(3), type int, comment text, data text, `date` date, value int, position int, action int);
--- first letters, names that begin with digits, binary texts
CREATE TABLE note (
  `4th_hold` varchar(20) binary, 5th_hold int, body varchar(300) NOT NULL, code varchar(20), kind enum("a", "b'c"),
  PRIMARY KEY (body(20)), KEY k (code(20)), KEY l (code(5)), UNIQUE KEY m (code(20))
);
CREATE TABLE tag (id int PRIMARY KEY);
CREATE TABLE seal (code varchar(20) NOT NULL, no int, note varchar(300), PRIMARY KEY (code(20), no),
  KEY n (code, note(10)), FOREIGN KEY (no) REFERENCES tag (id));
--- tables that queries make
CREATE TABLE src (a int NOT NULL DEFAULT 3, b varchar(9), c decimal(5,1));
CREATE TABLE other AS SELECT * FROM src;
CREATE TABLE third SELECT s.b AS name, o.c FROM src s JOIN other o ON o.a = s.a;
--- where columns go, indexes renamed and dropped, tables of a session
CREATE TABLE a (id int PRIMARY KEY, b int, c varchar(9), d text, UNIQUE KEY u (b), KEY k (c), KEY e (d(5), c));
ALTER TABLE a ADD COLUMN n int NOT NULL COMMENT 'x' AFTER id, ADD m int FIRST, RENAME INDEX u TO u2, DROP COLUMN d;
ALTER TABLE a MODIFY c varchar(20) NOT NULL COMMENT 'moved' FIRST, CHANGE b bb bigint DEFAULT 3 AFTER n;
DROP INDEX u2 ON a;
CREATE TEMPORARY TABLE tt (a int);
CREATE TABLE sel (x int) SELECT id FROM a;
--- ends that stand right behind a word
CREATE TABLE a (id int, n int);
DELIMITER $$
DROP PROCEDURE IF EXISTS p$$
CREATE PROCEDURE p() BEGIN UPDATE a SET n = 1; END$$
CREATE TRIGGER t BEFORE INSERT ON a FOR EACH ROW BEGIN SET NEW.n = 1; END$$

DELIMITER ;
CREATE FUNCTION two() RETURNS int DETERMINISTIC RETURN 2;
