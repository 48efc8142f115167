# frozen_string_literal: true

require "core_test_helper"

# Where the columns of a design's views come from, through views that are made of others.
class LineageTest < CoreTest
  SCRIPT = <<~SQL
    CREATE SCHEMA tides;
    CREATE TABLE tide (id int PRIMARY KEY, height numeric(4,1), day date);
    CREATE TABLE tides.berth (no int, depth int);
    CREATE VIEW high AS SELECT * FROM public.tide WHERE height > 3;
    CREATE VIEW deep (number, room) AS SELECT b.no, h.height + b.depth FROM tides.berth b JOIN high h ON h.id = b.no;
    CREATE VIEW afar AS SELECT x.id, d.moon FROM high x JOIN sky.moons d ON d.day = x.day;
    CREATE VIEW wrong AS SELECT t.hight FROM tide t;
    CREATE VIEW a AS SELECT * FROM b; CREATE VIEW b AS SELECT * FROM a;
  SQL

  def design
    @design ||= begin
      catalog = Reading.read([ Reading::Source.new(name: "", text: SCRIPT) ],
                             platform: Platforms.fetch("postgresql")).catalog
      Model.of(Intake::DesignBuilder.new(catalog, Platforms.fetch("postgresql"), ids, name: "D").elements)
    end
  end

  def view(name) = design.all(:view).find { |each| each.name == name }
  def column(name) = design.all(:column).find { |each| each.name == name }

  def told(name)
    Ddl::Lineage.of(design, view(name)).columns.map do |each|
      "#{each.name}: #{each.sources.map { |id| design[id].name }.join(' ')}".strip
    end
  end

  def test_columns_through_other_views
    assert_equal [ "id: id", "height: height", "day: day" ], told("high")
    assert_equal [ "number: no", "room: height depth" ], told("deep")
    assert_equal [ "id: id", "moon:" ], told("afar")
    assert_equal [ "sky.moons" ], Ddl::Lineage.of(design, view("afar")).tables
    assert_empty told("a") + told("b")
  end

  def test_the_views_that_show_a_column
    shown = Ddl::Lineage.shown_by(design, column("height")).map { |view, names| [ view.name, names ] }
    assert_equal [ [ "high", [ "height" ] ], [ "deep", [ "room" ] ] ], shown.reject { |name, _| name == "wrong" }
    days = Ddl::Lineage.shown_by(design, column("day")).map { |view, names| [ view.name, names ] }
    assert_includes days, [ "afar", [] ]
  end

  def test_a_column_that_is_not_there_is_a_finding
    found = Findings.of(design).select { |each| each.check == Findings::SqlNameUnknown }
    assert_equal [ "wrong" ], found.map { |each| design[each.element_id].name }
    assert_includes found.first.message, "“t.hight”"
  end
end
