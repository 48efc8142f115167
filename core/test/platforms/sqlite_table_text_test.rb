# frozen_string_literal: true

require "core_test_helper"

class SqliteTableTextTest < CoreTest
  def text(sql) = Platforms::Sqlite::TableText.new("CREATE TABLE t (#{sql})")

  def test_names_and_conditions_of_constraints
    read = text("a int CONSTRAINT pk PRIMARY KEY, b text CONSTRAINT few CHECK (b IN ('x', 'y)')), CONSTRAINT one " \
                "UNIQUE (\"A\", b), CONSTRAINT up FOREIGN KEY (b) REFERENCES u (c), CHECK (a > (1 + 2))")
    assert_equal "pk", read.primary_name
    assert_equal [ [ "few", "b IN ('x', 'y)')" ], [ "", "a > (1 + 2)" ] ], read.checks
    assert_equal({ %w[a b] => "one" }, read.unique_names)
    assert_equal({ %w[b] => "up" }, read.foreign_names)
  end

  def test_names_serve_one_constraint_and_comments_are_no_part
    read = text("a int CONSTRAINT n NOT NULL -- CHECK (no)\n, b int REFERENCES u /* CONSTRAINT x */ UNIQUE")
    assert_empty read.checks
    assert_equal({ %w[b] => "" }, read.foreign_names)
    assert_empty Platforms::Sqlite::TableText.new(nil).checks
  end
end
