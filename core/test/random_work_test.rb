# frozen_string_literal: true

require "core_test_helper"
require_relative "random_works"

# Random sequences of what people do: after every step the model holds together, the step can be taken
# back and told in words, and everything that is worked out from the model can be worked out.
class RandomWorkTest < CoreTest
  STEPS = 25

  def test_whatever_is_done_the_model_holds_together
    4.times do |seed|
      random = Random.new(seed)
      model = ferries
      report = Findings::Report.of(model)
      done = 0
      @changes = []
      base = model
      STEPS.times do
        name, work = RandomWorks::WORKS.to_a.sample(random:)
        after = step(model, name, work, random) or next
        done += 1
        report = Findings::Report.of(after, previous: report)
        assert_found_alike(after, report, name) if (done % 4).zero?
        model = after
      end
      assert_folds(base, model, @changes)
      assert_operator done, :>, STEPS / 3, "seed #{seed}: too little could be done"
      assert_works(model, "seed #{seed}")
    end
  end

  private

  # The model after a step, or nil if the step could not be done or would break a rule, as the application tells people.
  def step(model, name, work, random)
    change = RandomWorks.instance_exec(model, random, ids, &work)
    return if change.nil? || change.empty?

    after = change.apply(model)
    Invariants.check(change, after)
    assert_equal model, change.inverse.apply(after), "#{name} can be taken back"
    assert_equal change, ChangeSet.from_h(JSON.parse(JSON.generate(change.to_h))), "#{name} can be stored"
    refute_empty change.describe(model), name
    @changes << change
    after
  rescue InvalidValue, InvalidChange
    nil
  end

  # All changes as one lead there, and back.
  def assert_folds(base, model, changes)
    folded = ChangeSet::Folding.of(changes)
    assert_equal model, folded.apply(base)
    assert_equal base, folded.inverse.apply(model)
    assert_equal base, ChangeSet::Folding.of(changes.reverse.map(&:inverse)).apply(model)
    assert_empty ChangeSet::Folding.of(changes + changes.reverse.map(&:inverse)).to_h
  end

  # What is found by looking only where something has changed is what is found by looking everywhere.
  def assert_found_alike(model, report, name)
    assert_equal said(Findings::Report.of(model)), said(report), "findings after #{name}"
  end

  def said(report) = report.findings.map { |finding| [ finding.key, finding.message, finding.mended_by ] }

  def assert_works(model, message)
    assert_empty Invariants.new(ChangeSet.new(additions: model.elements.values), model).problems.map(&:message), message
    Derivation.derive(model, platform: "postgresql", ids:)
    model.all(:diagram).each { |diagram| Diagram::Scene.of(model, diagram.id) }
    Findings.of(model)
    again = Prose::Reader.new(Model::EMPTY, ids:).read(Prose.text(model))
    assert_empty again.unread, message
    assert_equal Interchange::ModelFile.write(model),
                 Interchange::ModelFile.write(Interchange::ModelFile.read(Interchange::ModelFile.write(model))), message
  end
end
