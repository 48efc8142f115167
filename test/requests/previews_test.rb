# frozen_string_literal: true

require "test_helper"

# What is done is what was shown: something changes between the look and the confirmation.
class PreviewsTest < ActionDispatch::IntegrationTest
  include FerriesAtHand

  ROUNDS = Integer(ENV.fetch("ROUNDS", 80))

  LISTED = 30 # lines that previews show, at least

  # What somebody else does meanwhile: on things that a preview may be about, and on others.
  MEANWHILE = {
    nothing: ->(*) { nil },
    rename: ->(test, random) { test.change(test.any(random, :entity, :attribute), name: "Other #{random.rand(99)}") },
    define: ->(test, random) { test.change(test.any(random, :entity), definition: "Other #{random.rand(99)}.") },
    length: ->(test, random) {
      test.change(test.any(random, :attribute), type: "text", length: 3 + random.rand(90), domain_id: nil) },
    remove: ->(test, random) {
      gone = test.any(random, :attribute, :relationship)
      test.commit(Kelvath::Editing.remove(test.now, [ gone.id ], ids: Ids))
    }
  }.freeze

  test "whatever changes meanwhile, only what was shown is written" do
    accepted = refused = 0
    (1..ROUNDS).each do |seed|
      random = Random.new(seed)
      @stored = ferries if (seed % 10).zero? # all of it is mended by then
      look, confirm = preview(random)
      get look.first, params: look.last, headers: { "HX-Request" => "true" }
      next unless response.successful? && (shown = token)

      lines = shown_lines
      MEANWHILE.values.sample(random:).call(self, random)
      before = now
      verb_path, params = confirm
      post verb_path, params: { **params, shown: }, headers: { "HX-Request" => "true" }
      written = now.equal?(before) || now == before ? nil : Kelvath::ChangeSet.between(before, now)
      if response.status == 409 || response.status == 404 || response.status == 422
        assert_nil written, "#{seed}: #{look}"
        refused += 1
      elsif written
        accepted += 1
        done = told(written, before)
        assert_empty (lines.size < LISTED ? done - lines : []) + (lines - done), "#{seed}: #{look}"
      end
    end
    assert_operator [ accepted, refused ].min, :>, ROUNDS / 20, "#{accepted} were written, #{refused} refused"
  end

  test "a sweep is shown anew when what it finds has changed, with what is other marked" do
    sweep = swept
    path = model_sweep_sweep_change_path(@stored, sweep.id)
    given = { key: "length", way: "set", text: "44" }
    shown = seen(path, **given)
    attribute = now.all(:attribute).find { |each|
      each.type == "text" && each.length && each.domain_id.nil? } || flunk("none")
    change(attribute, length: 7)
    post path, params: { **given, parts: [ attribute.id ], taken: [ attribute.id ], shown: }
    assert_response :conflict
    assert_equal 7, now.fetch(attribute.id).length
    assert_select "tr.fresh-line", count: 1, text: /744/
    post path, params: { **given, parts: [ attribute.id ], taken: [ attribute.id ], shown: seen(path, **given) }
    assert_equal 44, now.fetch(attribute.id).length
  end

  test "a design is not derived again otherwise than was shown" do
    derived = Kelvath::Derivation.derive(now, platform: "postgresql", ids: Ids)
    commit(derived.change_set)
    KeptBase.keep(derived.base)
    vessel = entity(now, "Vessel")
    name = now.children(vessel.id, :attribute).find { |each| each.name == "Name" }
    change(name, length: 90)
    path = model_design_rederivation_path(@stored, derived.design_id)
    shown = seen(path)
    change(name, length: 7)
    post path, params: { shown: }
    assert_response :conflict
    assert_select "[role=alert]", text: /has changed since you looked/
    assert_select "li.fresh-line", text: /varchar\(7\)/
    column = -> { now.all(:column).find { |each| each.source_id == name.id }.native_type["arguments"] }
    assert_equal [ 60 ], column.call
    post path, params: { shown: seen(path) }
    assert_equal [ 7 ], column.call
  end

  test "a merge takes what was shown" do
    @stored.milestones.create!(name: "Agreed", person: "Guest", revision: @stored.revision)
    vessel = entity(now, "Vessel")
    change(vessel, name: "Ship")
    post model_comparisons_path(@stored), params: { left: "now", right: "milestone:#{Milestone.last.id}" }
    comparison = Comparison.last
    patch model_comparison_choosing_path(@stored, comparison), params: { key: "set-#{vessel.id}-name", side: "right" }
    path = model_comparison_merge_path(@stored, comparison)
    shown = seen(path, into: "left")
    change(vessel, name: "Hull")
    post path, params: { into: "left", shown: }
    assert_response :conflict
    assert_equal "Hull", now.fetch(vessel.id).name
    post path, params: { into: "left", shown: seen(path, into: "left") }
    assert_equal "Vessel", now.fetch(vessel.id).name
  end

  def change(element, **fields) = commit(Kelvath::ChangeSet.set(now.fetch(element.id), **fields))
  def commit(change_set) = @stored.reload.journal.commit(change_set, by: "Other") && nil

  # Mostly something near what the preview is about.
  def any(random, *kinds)
    near = @about.to_a.flat_map { |id| [ now[id], *now.child_ids(id).map { |child| now[child] } ] }.compact
    near = near.select { |each| kinds.include?(each.kind) }
    random.rand(5).zero? || near.empty? ? kinds.flat_map { |kind| now.all(kind) }.sample(random:) : near.sample(random:)
  end

  private

  # [[path, parameters] to look, [path, parameters] to confirm]
  def preview(random)
    return mending(random) if random.rand(2).zero?

    offers = %i[entity relationship subtype_group].flat_map do |kind|
      now.all(kind).flat_map do |each|
        Kelvath::Transforming.offers(now, [ each.id ]).select { |type| type.arguments(now, [ each ]).empty? }
                             .map { |type| [ type, each ] }
      end
    end
    type, element = offers.sample(random:)
    @about = [ element.id, *element.referenced_ids ]
    given = { key: type.key, chosen: element.id }
    [ [ new_model_transformation_path(@stored), given ], [ model_transformations_path(@stored), given ] ]
  end

  def mending(random)
    mended = ->(each) { Kelvath::Findings.fixes(now, each).first&.then { |fix| !fix.asks } }
    finding = Kelvath::Findings.of(now).select(&mended)
                               .sample(random:)
    @about = [ finding.element_id, now[finding.element_id].parent_id ].compact
    [ [ new_model_finding_fix_path(@stored, finding.key), {} ], [ model_finding_fix_path(@stored, finding.key), {} ] ]
  end

  def fragment = Nokogiri::HTML5.fragment(response.body)

  # That of the first form.
  def token
    fragment.at_css("input[name=shown]")&.[]("value") ||
      fragment.at_css("form[hx-vals*=shown]")&.then { |form| JSON.parse(form["hx-vals"])["shown"] }
  end

  # What the first list of a preview shows.
  def shown_lines
    list = fragment.at_css("#transform-effect ul, section ul") or return []
    list.css("li").map { |line| line.text.gsub(/\s+/, "") }.sort
  end

  def told(change, before)
    helpers = ApplicationController.helpers
    helpers.change_lines(change, before).map { |line| helpers.strip_tags(line.join).gsub(/\s+/, "") }.sort
  end

  def swept
    change = Kelvath::Draft.change(now, ids: Ids) do |draft|
      draft.add(:sweep, name: "Lengths", position: 1.0)
    end
    commit(change)
    now.all(:sweep).last
  end
end
