# frozen_string_literal: true

require "core_test_helper"

# Partitions that come, go, leave their table, or get other bounds: no row is lost that nobody gave up.
class PartitionsTest < CoreTest
  ROOT = "CREATE TABLE sailing (id int NOT NULL, day int CHECK (day > 0), PRIMARY KEY (id)) PARTITION BY RANGE (id);"
  LATE = "CREATE TABLE late PARTITION OF sailing FOR VALUES FROM (10) TO (20);"
  OTHER = "CREATE TABLE other PARTITION OF sailing FOR VALUES FROM (20) TO (30);"
  ALONE = "CREATE TABLE late (id int NOT NULL, day int, PRIMARY KEY (id), " \
          "CONSTRAINT sailing_day_check CHECK (day > 0));"

  # { [before, after, answers] => [statements, losses] }
  CASES = {
    [ ROOT, "#{ROOT} #{LATE}",
{} ] => [ [ "CREATE TABLE late PARTITION OF sailing FOR VALUES FROM (10) TO (20)" ], [] ],
    [ "#{ROOT} #{LATE}", ROOT, {} ] =>
      [ [ "ALTER TABLE sailing DETACH PARTITION late", "DROP TABLE late" ],
        [ "The partition late of sailing is dropped with its rows." ] ],
    [ "#{ROOT} #{LATE}", "#{ROOT} #{LATE.sub('(20)', '(30)')}", {} ] =>
      [ [ "ALTER TABLE sailing DETACH PARTITION late",
          "ALTER TABLE sailing ATTACH PARTITION late FOR VALUES FROM (10) TO (30)" ], [] ],
    # the same bounds: only the name is another
    [ "#{ROOT} #{LATE}", "#{ROOT} #{LATE.sub('late', 'later')}", {} ] => [ [ "ALTER TABLE late RENAME TO later" ], [] ],
    # what goes while others come keeps its rows, unless they are given up
    [ "#{ROOT} #{LATE}", "#{ROOT} #{LATE.sub('late', 'all_of_it').sub('(20)', '(90)')}", {} ] =>
      [ [ "ALTER TABLE sailing DETACH PARTITION late",
          "CREATE TABLE all_of_it PARTITION OF sailing FOR VALUES FROM (10) TO (90)",
          "INSERT INTO sailing (id, day)\nSELECT id, day FROM late", "DROP TABLE late" ], [] ],
    [ "#{ROOT} #{LATE}", "#{ROOT} #{OTHER}",
      { %w[late lost] => "yes" } ] =>
      [ [ "ALTER TABLE sailing DETACH PARTITION late",
          "CREATE TABLE other PARTITION OF sailing FOR VALUES FROM (20) TO (30)",
          "DROP TABLE late" ], [ "The partition late of sailing is dropped with its rows." ] ],
    # in and out
    [ "#{ROOT} #{LATE}", "#{ROOT} #{ALONE}", {} ] => [ [ "ALTER TABLE sailing DETACH PARTITION late" ], [] ],
    [ "#{ROOT} #{ALONE}", "#{ROOT} #{LATE}", {} ] =>
      [ [ "ALTER TABLE sailing ATTACH PARTITION late FOR VALUES FROM (10) TO (20)" ], [] ],
    [ "#{ROOT} CREATE TABLE late (id int);", "#{ROOT} #{LATE}", { %w[late.id value] => "1" } ] =>
      [ [ "ALTER TABLE late ADD COLUMN day integer", "UPDATE late SET id = 1 WHERE id IS NULL",
          "ALTER TABLE late ALTER COLUMN id SET NOT NULL",
          "ALTER TABLE late ADD CONSTRAINT sailing_day_check CHECK (day > 0)",
          "ALTER TABLE sailing ATTACH PARTITION late FOR VALUES FROM (10) TO (20)" ],
        [ "late.id becomes mandatory: rows without a value get 1." ] ],
    # what is its own
    [ "#{ROOT} #{LATE}", "#{ROOT} #{LATE} CREATE INDEX own ON late (day);", {} ] =>
      [ [ "CREATE INDEX own ON late (day)" ], [] ],
    [ "#{ROOT} #{LATE}", "#{ROOT} #{LATE.sub(';', ' TABLESPACE pier;')} COMMENT ON TABLE late IS 'x';", {} ] =>
      [ [ "ALTER TABLE late SET TABLESPACE pier", "COMMENT ON TABLE late IS 'x'" ], [] ],
    # a table that is spread otherwise is made anew with all its parts, and its rows
    [ "#{ROOT} #{LATE}", "#{ROOT.sub('RANGE', 'HASH')} #{LATE.sub(/FROM.*\)/, 'WITH (MODULUS 1, REMAINDER 0)')}",
{} ] =>
      [ [ "CREATE TABLE new_sailing (", "CREATE TABLE new_late PARTITION OF new_sailing FOR VALUES WITH (MODULUS 1, " \
          "REMAINDER 0)", "INSERT INTO new_sailing (id, day)\nSELECT id, day FROM sailing", "DROP TABLE sailing",
          "ALTER TABLE new_sailing RENAME TO sailing", "ALTER TABLE new_late RENAME TO late" ], [] ]
  }.freeze

  CASES.each_with_index do |((before, after, answers), (statements, losses)), index|
    define_method("test_#{index}_#{statements.first}") do
      alteration = Altering.between(side(before), side(after), answers:)
      sqls = alteration.statements.map(&:sql) - %w[BEGIN COMMIT]
      sqls = sqls.map { |sql| sql.start_with?("CREATE TABLE new_sailing") ? "CREATE TABLE new_sailing (" : sql }
      assert_equal statements, sqls.grep_v(/DROP CONSTRAINT sailing_pkey/)
      assert_equal losses, alteration.losses.reject(&:stops?).map(&:words)
    end
  end
end
