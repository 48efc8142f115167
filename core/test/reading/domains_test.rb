# frozen_string_literal: true

require "core_test_helper"

# A type of a script's own becomes a domain of the logical side, and stays in the design as text.
class DomainsTest < CoreTest
  SCRIPTS = {
    "postgresql" => <<~SQL,
      CREATE DOMAIN metres AS numeric(4,2) CHECK (VALUE >= 0 AND VALUE <= 90);
      COMMENT ON DOMAIN metres IS 'How deep';
      CREATE DOMAIN band AS text NOT NULL DEFAULT 'low' CHECK (VALUE IN ('low', 'high'));
      CREATE DOMAIN gone AS int; DROP DOMAIN gone;
      CREATE TABLE tide (id int PRIMARY KEY, height metres, band public.band, fall metres);
    SQL
    "sqlserver" => <<~SQL
      CREATE TYPE dbo.HullNo FROM nvarchar(12) NOT NULL
      GO
      CREATE TABLE ferry (id int PRIMARY KEY, hull dbo.HullNo, former [HullNo] NULL)
    SQL
  }.freeze

  def taken(key)
    source = Reading::Source.new(name: "", text: SCRIPTS[key])
    catalog = Reading.read([ source ], platform: Platforms.fetch(key)).catalog
    Starting.from_catalog("D", catalog, platform: key, ids:)
  end

  def domain(model, name) = model.all(:domain).find { |each| each.name == name }

  def test_ranges_values_defaults_and_comments
    model = taken("postgresql").model
    metres, band = domain(model, "Metres"), domain(model, "Band")
    assert_equal [ "decimal", 4, 2, "0", "90", "How deep" ],
                 metres.values.values_at(:type, :precision, :scale, :least_value, :most_value, :definition)
    assert_equal %w[low high], model.children(band.id, :allowed_value).map(&:value)
    assert_equal "low", band.default_value
    assert_equal [ nil, metres.id, band.id, metres.id ], model.all(:attribute).map(&:domain_id)
    assert_equal [ true, false, true, false ], model.all(:attribute).map(&:mandatory)
    assert_nil domain(model, "Gone")
  end

  def test_the_design_keeps_them_as_text
    taken = taken("postgresql")
    script = Scripting::Composition.new(taken.model, taken.design_id, Scripting::Recipes.usual).script.text
    assert_operator script.index("CREATE DOMAIN metres AS"), :<, script.index("height metres")
    refute_includes script, "gone"
  end

  def test_types_of_another_platform
    model = taken("sqlserver").model
    assert_equal [ "text", 12 ], domain(model, "Hull No").values.values_at(:type, :length)
    assert_equal 2, model.referrers(domain(model, "Hull No").id, :attribute).size
  end
end
