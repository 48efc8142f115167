# frozen_string_literal: true

require "minitest/autorun"
require "kelvath"
require_relative "../../demo/hollin_sound_ferries"
require_relative "../../demo/big_company"
require_relative "../../demo/words"

# Small models in few words, and assertions in the core's own terms.
class CoreTest < Minitest::Test
  include Kelvath

  def ids = @ids ||= Ulid.new(clock: -> { 0 }, random: Random.new(1))
  def ferries = @ferries ||= Demo::HollinSoundFerries.change_set(ids:).apply(Model::EMPTY)

  # A model from sentences and attributes: model("Each Vessel may make many Sailings.", "Vessel" => ["Hull Number:
  # text(12): *"])
  def model(*lines, **attributes)
    built = lines.reduce(Model::EMPTY) do |model, line|
      Prose::QuickLine.read(model, line, ids:).change_set.apply(model)
    end
    draft = Draft.new(built, ids:)
    attributes.each { |name, list| list.each { |line| add_attribute(draft, entity(built, name.to_s), line) } }
    draft.model
  end

  def add_attribute(draft, entity, line)
    name, type, marks = line.split(/\s*:\s*/, 3)
    Editing::Attributes.add(draft, entity.id, name, identifier: marks.to_s.include?("*"),
                            mandatory: marks.to_s.match?(/[*!]/),
                            **Editing::Attributes.type_values(draft.model, type.to_s))
  end

  def entity(model, name) = model.all(:entity).find { |each| each.name == name } || flunk("no entity #{name}")

  def held_names(model, name)
    Logical::KeyMigration.of(model).held(entity(model, name).id).map do |held|
      held.primary ? "#{held.name}*" : held.name
    end
  end

  # A design of the model: [model with it, design id].
  def derived(model, platform)
    result = Derivation.derive(model, platform:, ids:)
    [ result.change_set.apply(model), result.design_id ]
  end

  # What a script leaves behind, as a side of an alteration.
  def side(text, platform = "postgresql")
    sources = [ Reading::Source.new(name: "", text:) ]
    Altering::Side.of_catalog(Reading.read(sources, platform: Platforms.fetch(platform)).catalog, platform, ids:)
  end

  def script(model, platform) = Ddl.script(*derived(model, platform)).text
end
